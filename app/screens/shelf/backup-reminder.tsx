import { Link } from "react-router";
import type { SetupMessages } from "~/messages/setup";
import { useMessages } from "~/messages/use-messages";
import { describeReminder } from "~/words/storage";

/** Reminds you that your work exists only in this browser; after "later", not until it is twice as much. */
export function BackupReminder({ atRisk }: { readonly atRisk: number }) {
  const { send } = useMessages<SetupMessages>("/setup");
  return (
    <div role="status" className="alert alert-soft mb-3 flex flex-wrap">
      <span className="flex-1 basis-60 min-w-0">{describeReminder(atRisk)}</span>
      <Link to="/setup#your-data" className="btn btn-sm">
        Back up
      </Link>
      <button type="button" className="btn btn-sm btn-ghost" onClick={() => send("snoozeBackup", {})}>
        Later
      </button>
    </div>
  );
}
