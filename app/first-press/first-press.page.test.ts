import { afterEach, expect, test, vi } from "vitest";
import { carryOutPresses } from "./carry-out";
import { keepPresses } from "./keep";

/** A page that can't act yet, with the script it comes with. */
function openPage(body: string) {
  document.body.innerHTML = `<div data-waiting>${body}</div>`;
  // As text, as in a page: it may not need anything from its module.
  new Function(`(${keepPresses})()`)();
  const kept = window.keptPresses;
  if (!kept) throw new Error("the script didn't run");
  return kept;
}

/** The same page, ready. */
function drawAgain(body: string) {
  document.body.innerHTML = body;
}

const get = <Kind extends Element = HTMLElement>(selector: string) => document.querySelector(selector) as Kind;
const press = (selector: string) =>
  get(selector).dispatchEvent(new MouseEvent("click", { bubbles: true, cancelable: true }));
const key = (name: string, from: Element = document.body) =>
  from.dispatchEvent(new KeyboardEvent("keydown", { key: name, code: name, bubbles: true, cancelable: true }));
const type = (field: HTMLTextAreaElement | HTMLInputElement, text: string) => {
  field.dispatchEvent(new Event("beforeinput", { bubbles: true }));
  field.value = text;
  field.dispatchEvent(new Event("input", { bubbles: true }));
};

afterEach(() => {
  window.keptPresses?.stop();
  document.body.innerHTML = "";
  vi.restoreAllMocks();
});

test("presses are carried out once, in order, on the page that is ready", async () => {
  const body = `<button>R</button><button>L</button><button aria-label="Undo">x</button>`;
  const kept = openPage(body);
  const early = vi.fn();
  document.body.addEventListener("click", early, { once: true });
  press("button");
  press("[aria-label=Undo]");
  press("button");
  expect(early).not.toHaveBeenCalled();
  document.body.removeEventListener("click", early);
  expect(get("button").hasAttribute("data-kept")).toBe(true);
  drawAgain(body);
  const pressed: string[] = [];
  const listen = (event: Event) => pressed.push((event.target as Element).textContent ?? "");
  document.body.addEventListener("click", listen);
  await carryOutPresses(kept);
  document.body.removeEventListener("click", listen);
  expect(pressed).toEqual(["R", "x", "R"]);
  expect(window.keptPresses).toBeUndefined();
});

test("pressing Play again, because nothing happened, doesn't stop it", async () => {
  const body = "<button data-play>Play</button>";
  const kept = openPage(body);
  press("button");
  press("button");
  key(" ");
  key(" ");
  drawAgain(body);
  const heard: string[] = [];
  const listen = (event: Event) => heard.push(event.type);
  window.addEventListener("click", listen);
  window.addEventListener("keydown", listen);
  await carryOutPresses(kept);
  window.removeEventListener("click", listen);
  window.removeEventListener("keydown", listen);
  expect(heard).toEqual(["click", "keydown"]);
});

test("typed text and its caret reach the field, and keys the page", async () => {
  const body = `<label for="line">Stick line</label><textarea id="line">@4 RLRL</textarea>`;
  const kept = openPage(body);
  const field = get<HTMLTextAreaElement>("textarea");
  field.focus();
  type(field, "@4 RLRLK");
  type(field, "@4 RLRLKK");
  field.setSelectionRange(3, 3);
  field.dispatchEvent(new Event("input", { bubbles: true }));
  // Letters in a field are for the field.
  key("K", field);
  key("Escape", field);
  drawAgain(body);
  const drawn = get<HTMLTextAreaElement>("textarea");
  const keys: string[] = [];
  drawn.addEventListener("keydown", ({ key: name }) => keys.push(name));
  const inputs = vi.fn();
  drawn.addEventListener("input", inputs);
  await carryOutPresses(kept);
  expect(drawn.value).toBe("@4 RLRLKK");
  expect(drawn.selectionStart).toBe(3);
  expect(document.activeElement).toBe(drawn);
  expect(inputs).toHaveBeenCalledTimes(1);
  expect(keys).toEqual(["Escape"]);
});

test("typed text stays in its field while the page is still waiting", async () => {
  const kept = openPage(`<input aria-label="Name" value="Untitled">`);
  const field = get<HTMLInputElement>("input");
  type(field, "Opener");
  kept.isHydrated = true;
  field.value = "Untitled";
  const carried = carryOutPresses(kept);
  expect(field.value).toBe("Opener");
  drawAgain(`<input aria-label="Name" value="Untitled">`);
  await carried;
  expect(get<HTMLInputElement>("input").value).toBe("Opener");
});

test("another fill than the one that was seen keeps its text", async () => {
  const kept = openPage(`<input aria-label="Name" value="First">`);
  type(get<HTMLInputElement>("input"), "Mine");
  drawAgain(`<input aria-label="Name" value="Another">`);
  await carryOutPresses(kept);
  expect(get<HTMLInputElement>("input").value).toBe("Another");
});

test("notes are found by their number in the same picture, and lists by the chosen value", async () => {
  const notes = `<svg><g data-slot="0" aria-label="note 1"/><g data-slot="1" aria-label="note 2"/></svg>`;
  const body = `${notes}${notes}<select aria-label="Meter"><option>3/4</option><option selected>4/4</option></select>`;
  const kept = openPage(body);
  (document.querySelectorAll('[data-slot="1"]')[1] as Element).dispatchEvent(
    new MouseEvent("click", { bubbles: true, cancelable: true }),
  );
  get<HTMLSelectElement>("select").value = "3/4";
  get("select").dispatchEvent(new Event("change", { bubbles: true }));
  drawAgain(body);
  const pressed: number[] = [];
  const listen = ({ target }: Event) =>
    pressed.push([...document.querySelectorAll("g")].indexOf(target as SVGGElement));
  window.addEventListener("click", listen);
  await carryOutPresses(kept);
  window.removeEventListener("click", listen);
  expect(pressed).toEqual([3]);
  expect(get<HTMLSelectElement>("select").value).toBe("3/4");
});

test("nothing is pressed on another screen", async () => {
  const body = "<button>Delete</button>";
  const kept = openPage(body);
  press("button");
  drawAgain(body);
  const pressed = vi.fn();
  get("button").addEventListener("click", pressed);
  await carryOutPresses({ ...kept, path: "/elsewhere" });
  expect(pressed).not.toHaveBeenCalled();
});

test("what the page can do already isn't kept: links, and elements that don't wait", () => {
  const kept = openPage("<button>Play</button>");
  document.body.insertAdjacentHTML("beforeend", `<a href="#x">Shelf</a><button id="ready">Keys</button>`);
  expect(press("a")).toBe(true);
  kept.isHydrated = true;
  expect(press("#ready")).toBe(true);
  expect(key("Tab")).toBe(true);
  expect(kept.list).toEqual([]);
  expect(press("[data-waiting] button")).toBe(false);
  expect(kept.list).toHaveLength(1);
  // From now on, a link waits for its turn.
  expect(press("a")).toBe(false);
  expect(kept.list).toHaveLength(2);
});
