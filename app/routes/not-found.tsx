import { data } from "react-router";
import { Trouble } from "~/ui/trouble";
import type { Route } from "./+types/not-found";

/** Answers with 404, so that machines recognize a mistyped address too. */
export function loader() {
  return data(null, { status: 404 });
}

export const meta: Route.MetaFunction = () => [{ title: "Not found · Dime Stack" }];

export default function NotFound() {
  return (
    <Trouble
      title="There is nothing at this address"
      what="The page may have moved, or the address is mistyped. Your fills are on the Shelf."
    />
  );
}
