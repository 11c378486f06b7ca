import { useEffect } from "react";
import { isRouteErrorResponse, useRevalidator } from "react-router";
import { troubleOf } from "~/data/trouble";
import { isWorthAnotherTry, wordOpening } from "~/words/saving";
import { Trouble } from "./trouble";

/** Milliseconds between two tries. */
const TRY_AGAIN = 4_000;

/** Reads again what couldn't be opened: every few seconds while there is hope, and once damaged rows are set aside. */
export function useAnotherTry(error: unknown) {
  const { revalidate, state } = useRevalidator();
  const mayBeDamage = Boolean(error) && !isRouteErrorResponse(error) && troubleOf(error) === "other";
  useEffect(() => {
    if (!mayBeDamage) return;
    import("~/library/set-aside")
      .then(({ recoverFromDamage }) => recoverFromDamage())
      .then((isBetter) => (isBetter ? revalidate() : undefined))
      .catch(console.error);
  }, [mayBeDamage, revalidate]);
  const isWaiting = state === "idle" && isWorthAnotherTry(error);
  useEffect(() => {
    if (!isWaiting) return;
    const timer = setTimeout(() => void revalidate(), TRY_AGAIN);
    return () => clearTimeout(timer);
  }, [isWaiting, revalidate]);
}

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
  useAnotherTry(error);
  return (
    <Trouble
      title={isMissing ? `There is no such ${what}` : `This ${what} can't be opened right now`}
      what={isMissing ? missing : wordOpening(error, trouble)}
      detail={!isMissing && trouble === "other" && error instanceof Error ? error.message : undefined}
    />
  );
}
