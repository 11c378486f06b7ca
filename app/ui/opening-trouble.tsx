import { useEffect } from "react";
import { isRouteErrorResponse, useRevalidator } from "react-router";
import { troubleOf } from "~/data/trouble";
import { describeOpening, isWorthAnotherTry } from "~/words/saving";
import { Trouble } from "./trouble";

/** Milliseconds between two retries. */
const TRY_AGAIN = 4_000;

/** Retries opening: every few seconds while there is hope, and after damaged rows were set aside. */
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
  /** The message if there is no such thing. */
  readonly missing: string;
}

/** Shown when something couldn't be opened: it may not exist, or the browser or network is in trouble. */
export function OpeningTrouble({ error, what, missing }: OpeningTroubleProps) {
  const isMissing = isRouteErrorResponse(error) && error.status === 404;
  const trouble = troubleOf(error);
  useAnotherTry(error);
  return (
    <Trouble
      title={isMissing ? `There is no such ${what}` : `This ${what} can't be opened right now`}
      what={isMissing ? missing : describeOpening(error, trouble)}
      detail={!isMissing && trouble === "other" && error instanceof Error ? error.message : undefined}
    />
  );
}
