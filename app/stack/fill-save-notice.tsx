import { useSubmit } from "react-router";
import type { FillContent } from "~/formats/fill";
import { SaveNotice } from "~/ui/save-state";
import type { Saving } from "~/ui/use-saving";
import { useBench } from "./context";

/** What became of saving the fill, and the ways on; its screen's action keeps a version as a new fill. */
export function FillSaveNotice({ saving }: { readonly saving: Saving<FillContent> }) {
  const bench = useBench();
  const submit = useSubmit();
  return (
    <SaveNotice
      state={saving.state}
      what="fill"
      onTakeTheirs={saving.takeTheirs}
      onKeepMine={saving.keepMine}
      onCopyMine={() =>
        void submit(JSON.stringify({ content: bench.store.getState().content }), {
          method: "post",
          encType: "application/json",
        })
      }
    />
  );
}
