import { defineOwn } from "../kind";
import { mergePlans } from "./merge";
import { type PlanRow, planSchema } from "./plan";

export const KIND = defineOwn<PlanRow>({ item: planSchema, table: (book) => book.plans, merge: mergePlans });
