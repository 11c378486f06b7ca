import { useEffect } from "react";
import { useRevalidator } from "react-router";
import { onPageEnd } from "~/data/page";
import { currentBook } from "~/library/current";
import { recoverUnsaved } from "~/library/recover";

/** Saves what another page left unsaved when it ended, and shows it. */
export function useEndedPages() {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    const recover = async () => {
      if ((await recoverUnsaved(await currentBook())) > 0) await revalidate();
    };
    return onPageEnd(() => void recover().catch(console.error));
  }, [revalidate]);
}
