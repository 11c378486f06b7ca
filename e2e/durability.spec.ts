import { expect, test } from "@playwright/test";
import { proveDurability } from "../proof/durability.mjs";
import { PORT } from "./support";

test("a killed browser loses no typing older than a second, and shows nothing stale", async () => {
  const { failures } = await proveDurability({ address: `http://127.0.0.1:${PORT}`, kills: 4, seed: 7 });
  expect(failures).toEqual([]);
});
