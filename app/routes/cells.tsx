import { redirect } from "react-router";
import { z } from "zod";
import { loadRudiments, type RudimentEntry } from "~/content";
import { barTicks, bpm, formatLine, layOut, type Meter, mirrorLine, readStickLine, ticks } from "~/core";
import { currentBook } from "~/data/current";
import { createFill } from "~/data/fills";
import { loadPreferences } from "~/data/preferences";
import { makeContent } from "~/formats/fill";
import { strongHandOf, usePreferences } from "~/ui/preferences";
import { RudimentCard } from "~/ui/rudiment-card";
import type { Route } from "./+types/cells";

export const meta: Route.MetaFunction = () => [{ title: "Cells · Dime Stack" }];

export function loader() {
  return { rudiments: loadRudiments() };
}

const openSchema = z.object({
  name: z.string().max(120),
  line: z.string(),
  beats: z.coerce.number(),
  unit: z.coerce.number(),
});

/** Opens a rudiment on the Stack as a new fill: as long as it is, led by the player's strong hand. */
export async function clientAction({ request }: Route.ClientActionArgs) {
  const asked = openSchema.parse(Object.fromEntries(await request.formData()));
  const book = await currentBook();
  const preferences = await loadPreferences(book);
  const read = readStickLine(asked.line).line;
  if (!read) throw new Error("the rudiment's line cannot be read");
  const line = preferences.hands === "left" ? mirrorLine(read) : read;
  const meter = { beats: asked.beats, unit: asked.unit } as Meter;
  const window = { start: ticks(0), length: barTicks(meter) };
  const { end } = layOut({ meter, tempo: bpm(80), window, line });
  const content = makeContent({
    name: asked.name,
    tags: ["rudiment"],
    text: formatLine(line),
    meter,
    tempo: bpm(80),
    window: { start: ticks(0), length: end },
    countStyle: preferences.countStyle,
  });
  const made = await createFill(book, content);
  return redirect(`/stack/${made.id}`);
}

const FAMILIES: readonly { readonly family: RudimentEntry["family"]; readonly name: string; readonly does: string }[] =
  [
    { family: "roll", name: "Rolls", does: "Singles, bounces and doubles, by the number of their strokes" },
    { family: "diddle", name: "Diddles", does: "Singles and doubles mixed: the paradiddles" },
    { family: "flam", name: "Flams", does: "One grace note before the stroke" },
    { family: "drag", name: "Drags", does: "Two grace notes before the stroke" },
  ];

export default function Cells({ loaderData }: Route.ComponentProps) {
  const [preferences] = usePreferences();
  const strongHand = strongHandOf(preferences.hands);
  return (
    <main className="w-full max-w-[1400px] mx-auto px-4 sm:px-5 py-5">
      <h1 className="text-3xl">Cells</h1>
      <p className="quiet mb-4">
        The forty standard rudiments, at the rate at which they are usually written. Press one to open it on the Stack.
      </p>
      {FAMILIES.map(({ family, name, does }) => (
        <section key={family} aria-labelledby={`family-${family}`} className="mb-7">
          <h2 id={`family-${family}`} className="text-xl">
            {name}
          </h2>
          <p className="text-sm quiet mb-2">{does}</p>
          <ul className="grid sm:grid-cols-2 lg:grid-cols-3 xl:grid-cols-4 gap-2">
            {loaderData.rudiments
              .filter((rudiment) => rudiment.family === family)
              .map((rudiment) => (
                <li key={rudiment.id}>
                  <RudimentCard rudiment={rudiment} strongHand={strongHand} />
                </li>
              ))}
          </ul>
        </section>
      ))}
    </main>
  );
}
