import { lazy } from "react";
import type { PickDialogProps } from "./pick-dialog";

export type { PickChoice, PickTab } from "./pick-dialog";

/** The dialog loads when it is opened. */
export const PickDialog = lazy(() => import("./pick-dialog")) as <Kind extends string>(
  props: PickDialogProps<Kind>,
) => React.ReactNode;
