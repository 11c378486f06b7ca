import { createElement } from "react";
import { renderToString } from "react-dom/server";
import { MemoryRouter } from "react-router";
import { expect, test } from "vitest";
import { BareShell } from "./shell";

test("if the app could not start, its frame still links to every screen", () => {
  const words = createElement("p", null, "Nothing goes on here.");
  const shell = createElement(BareShell, null, words);
  const html = renderToString(createElement(MemoryRouter, null, shell));
  expect(html).toContain("Nothing goes on here.");
  expect(html).toContain('href="/setup"');
});
