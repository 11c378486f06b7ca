/** The starter course as data. */
import { loadCourse } from "~/content";

export function loader() {
  return Response.json(loadCourse());
}
