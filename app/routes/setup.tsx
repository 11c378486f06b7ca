import { SetupScreen } from "~/screens/setup/screen";
import type { Route } from "./+types/setup";

export const meta: Route.MetaFunction = () => [{ title: "Setup · Dime Stack" }];

export default SetupScreen;
