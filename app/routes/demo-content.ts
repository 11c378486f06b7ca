/** The demo's book as data, for an empty demo book. Only a server that serves the demo has it. */
import { demoBookText, servedBook } from "~/content/demo-book";

export function loader() {
  if (servedBook() !== "demo") return new Response("There is nothing at this address.\n", { status: 404 });
  return new Response(demoBookText(Date.now()), { headers: { "Content-Type": "application/json" } });
}
