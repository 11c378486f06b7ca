export default function Log() {
  return null;
}
