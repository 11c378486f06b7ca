/** The demo's book as data, for a demo book that is still empty. */
import { loadDemoBook } from "~/content";

export function loader() {
  return Response.json(loadDemoBook(Date.now()));
}
