import { afterEach, beforeEach, expect as plainExpect, test } from "vitest";
import { expect, page } from ".";
import { PATIENCE } from "./locator";

const { timeout } = PATIENCE;
beforeEach(() => {
  PATIENCE.timeout = 60;
  document.body.innerHTML = `
    <main><h1>Rooms</h1>
      <section aria-label="Hall"><button disabled>Open <b>the</b> door</button><p>Five <i>of</i> six</p></section>
      <section aria-label="Attic" class="hidden"><button>Look up</button></section>
      <section aria-label="Cellar" class="hidden lg:block"><button aria-pressed="true">Look down</button></section>
      <div aria-hidden="true"><button>Ghost</button></div>
      <label>Guests <input value="3"></label><label>Beds <input readonly value="2"></label>
    </main>`;
});
afterEach(() => {
  PATIENCE.timeout = timeout;
  document.body.replaceChildren();
});

const fails = (claim: () => Promise<void>) => plainExpect(claim()).rejects.toThrow();
const button = (name: string, exact = false) => page.getByRole("button", { name, exact });

test("visible elements are found by role and name, hidden ones aren't", async () => {
  await expect(button("open the door")).toBeVisible();
  await expect(button("Look down")).toBeVisible();
  for (const name of ["Look up", "Ghost"]) {
    await expect(button(name)).toHaveCount(0);
    await fails(() => expect(button(name)).toBeVisible());
  }
  await fails(() => expect(button("the door", true)).toBeVisible());
  await expect(page.getByRole("button", { pressed: true })).toHaveText("Look down");
  await expect(page.getByText("Five of six")).toHaveText("Five of six");
  await expect(page.getByText("of", { exact: true })).toHaveCount(1);
});

test("every assertion can fail, and so can its opposite", async () => {
  const [door, guests] = [button("door"), page.getByLabel("Guests")];
  await fails(() => expect(door).toBeEnabled());
  await fails(() => expect(door).not.toBeDisabled());
  await fails(() => expect(door).toContainText("window"));
  await fails(() => expect(door).not.toContainText("door"));
  await fails(() => expect(door).toHaveText("Open"));
  await fails(() => expect(guests).toHaveValue("4"));
  await fails(() => expect(guests).not.toHaveValue("3"));
  await fails(() => expect(guests).toBeFocused());
  await fails(() => expect(guests).toHaveAttribute("value", "4"));
  await fails(() => expect(page.getByRole("heading")).toHaveCount(2));
  await fails(() => expect(page.getByRole("heading")).toBeHidden());
});

test("a missing or ambiguous element throws", async () => {
  const nothing = page.getByRole("link");
  await fails(() => expect(nothing).toContainText(""));
  await fails(() => expect(nothing).not.toContainText("door"));
  await fails(() => expect(nothing).not.toHaveValue("3"));
  await fails(() => expect(page.getByRole("button")).toBeVisible());
  await plainExpect(nothing.click()).rejects.toThrow();
  // Waits for what can't be pressed yet.
  await plainExpect(button("door").click()).rejects.toThrow("disabled");
  await plainExpect(page.getByLabel("Beds").fill("4")).rejects.toThrow("typed");
});
