/** The demo's own kits: Ines Halloran's four-piece for the stage, and the borrowed one at the rehearsal room. */

import { mirrorKit, usualSurface } from "~/core/kit";
import type { KitContent } from "~/library/kit/content";

export interface DemoKit {
  readonly id: string;
  readonly daysAgo: number;
  readonly content: KitContent;
}

export function makeDemoKits(): DemoKit[] {
  return [
    {
      id: "demo-kit-stage",
      daysAgo: 2,
      content: {
        name: "Stage kit",
        surfaces: [
          usualSurface("sn"),
          { ...usualSurface("t1"), x: -12, y: 76, height: 78 },
          usualSurface("f1"),
          usualSurface("kk"),
          usualSurface("hp"),
          usualSurface("hh"),
          usualSurface("c1"),
          { ...usualSurface("rd"), x: 48, y: 84 },
        ],
      },
    },
    {
      id: "demo-kit-cellar",
      daysAgo: 30,
      content: {
        name: "Cellar kit, left-handed",
        surfaces: [
          ...mirrorKit({
            surfaces: [
              usualSurface("sn"),
              { ...usualSurface("f1"), size: 36, x: 46, y: 30 },
              usualSurface("kk"),
              usualSurface("hp"),
              usualSurface("hh"),
              { ...usualSurface("c1"), x: 30, y: 96 },
            ],
          }).surfaces,
        ],
      },
    },
  ];
}
