/** The demo's fills as data, for a demo book that is still empty. */
import { loadDemoFills } from "~/content";

export function loader() {
  return Response.json(loadDemoFills(Date.now()));
}
