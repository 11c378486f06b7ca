import { Link } from "react-router";

/** An error, and possible ways on. */
export function Trouble({ title, what, detail }: { title: string; what: string; detail?: string | undefined }) {
  return (
    <main className="mx-auto max-w-xl px-4 py-16">
      <h1 className="text-3xl mb-3">{title}</h1>
      <p className="mb-6">{what}</p>
      {detail ? <p className="font-line text-xs quiet mb-6 break-words">{detail}</p> : null}
      <div className="flex gap-2">
        <Link to="/" className="btn btn-primary">
          Go to the Shelf
        </Link>
        <button type="button" className="btn" onClick={() => window.location.reload()}>
          Try again
        </button>
      </div>
    </main>
  );
}
