import { expect, test } from "vitest";
import type { BookDatabase } from "~/library/database";
import { answerMessages } from "./answer";
import { type FillMessages, fillMessages } from "./fills";

const asking = (message: object) => ({
  request: new Request("http://localhost/fills", { method: "POST", body: JSON.stringify(message) }),
});

const answer = answerMessages<FillMessages>(
  fillMessages,
  {
    create: async () => Response.redirect("http://localhost/fills/new/stack"),
    keep: async (_, { content, tab }) => ({ words: `${content.name} on ${tab}` }),
    duplicate: async (_, { id, copyId }) => ({ words: `${id} as ${copyId}` }),
    delete: async (_, { ids }) => ({ words: "", deleted: ids }),
    restore: async (_, { ids }) => ({ words: `${ids.length}` }),
    tag: async (_, { tag }) => ({ words: tag }),
  },
  async () => ({}) as BookDatabase,
);

test("each message reaches its handler with the fields validated by its schema", async () => {
  expect(await answer(asking({ message: "tag", ids: ["a"], tag: "  warm-up " }))).toEqual({ words: "warm-up" });
  expect(await answer(asking({ message: "delete", ids: ["a", "b"] }))).toEqual({ words: "", deleted: ["a", "b"] });
  expect(await answer(asking({ message: "create" }))).toBeInstanceOf(Response);
});

test.each([
  ["an unknown message", { message: "remove", ids: ["a"] }],
  ["a name that every object has", { message: "constructor" }],
  ["no message", { ids: ["a"] }],
  ["a missing field", { message: "duplicate", id: "a" }],
  ["a field of another type", { message: "delete", ids: "a" }],
  ["too long an id", { message: "delete", ids: ["a".repeat(65)] }],
])("%s is refused", async (_, message) => {
  await expect(answer(asking(message))).rejects.toThrow();
});
