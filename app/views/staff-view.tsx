export default function StaffView(_: { timeline: unknown; section: unknown; countStyle: unknown; onPick: unknown }) {
  return <p className="quiet p-4">Staff</p>;
}
