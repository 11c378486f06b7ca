import { isRouteErrorResponse } from "react-router";
import { troubleOf } from "~/data/trouble";
import { wordOpening } from "~/words/saving";
import { Trouble } from "./trouble";

interface OpeningTroubleProps {
  readonly error: unknown;
  /** "fill". */
  readonly what: string;
  /** What to say when there is no such thing. */
  readonly missing: string;
}

/** In place of something that couldn't be opened: it may not be there, or the browser or the network is in trouble. */
export function OpeningTrouble({ error, what, missing }: OpeningTroubleProps) {
  const isMissing = isRouteErrorResponse(error) && error.status === 404;
  const trouble = troubleOf(error);
  return (
    <Trouble
      title={isMissing ? `There is no such ${what}` : `This ${what} can't be opened right now`}
      what={isMissing ? missing : wordOpening(error, trouble)}
      detail={!isMissing && trouble === "other" && error instanceof Error ? error.message : undefined}
    />
  );
}
