import { listBin } from "~/data/rows";
import { currentBook } from "~/library/current";
import { GrooveScreen } from "~/screens/groove/screen";
import type { Route } from "./+types/groove";

export async function clientLoader() {
  const book = await currentBook();
  return { binned: await listBin(book.grooves) };
}
clientLoader.hydrate = true as const;

export default function Groove({ loaderData }: Route.ComponentProps) {
  return <GrooveScreen {...loaderData} />;
}
