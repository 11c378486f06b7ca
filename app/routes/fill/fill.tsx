/** A fill: what its tabs share. */
import { data, type ShouldRevalidateFunctionArgs, useLocation, useSubmit } from "react-router";
import { loadGrooves } from "~/content";
import { currentBook } from "~/library/current";
import { FILL_TABS, noteOpenFill } from "~/library/fill/address";
import { FILLS } from "~/library/fill/kind";
import { listGrooves } from "~/library/groove/choices";
import { openRow } from "~/library/open-row";
import { FillScreen } from "~/screens/fill/screen";
import { OpeningTrouble } from "~/ui/opening-trouble";
import type { Route } from "./+types/fill";

export function loader() {
  return { shipped: loadGrooves() };
}

export async function clientLoader({ params, serverLoader }: Route.ClientLoaderArgs) {
  const [opened, { shipped }] = await Promise.all([openRow(FILLS, params.fillId), serverLoader()]);
  if (!opened) throw data("no such fill", { status: 404 });
  noteOpenFill(opened.row.id);
  return { ...opened, shipped, grooves: await listGrooves(await currentBook(), shipped) };
}
clientLoader.hydrate = true as const;

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const row = (loaderData as { row?: { content: { name: string } } } | undefined)?.row;
  return [{ title: `${row?.content.name || "Fill"} · Dime Stack` }];
};

/** Edits save themselves; only another fill is loaded anew. */
export function shouldRevalidate({ currentParams, nextParams }: ShouldRevalidateFunctionArgs) {
  return currentParams.fillId !== nextParams.fillId;
}

export function HydrateFallback() {
  return <p className="p-6 quiet">Opening the fill…</p>;
}

export default function Fill({ loaderData }: Route.ComponentProps) {
  const submit = useSubmit();
  const { pathname } = useLocation();
  const tab = FILL_TABS.find((one) => pathname.endsWith(`/${one}`)) ?? "stack";
  return (
    <FillScreen
      key={loaderData.row.id}
      {...loaderData}
      tab={tab}
      onCopy={(content) =>
        submit(JSON.stringify({ intent: "keep", content, tab }), {
          method: "post",
          action: "/fills",
          encType: "application/json",
        })
      }
    />
  );
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <OpeningTrouble
      error={error}
      what="fill"
      missing="It may have been deleted for good, or the address is mistyped. Your other fills are on the Shelf."
    />
  );
}
