import { vi } from "vitest";

// React as users have it: several times as fast as the one that warns developers. Before anything else is loaded.
process.env.NODE_ENV = "production";
vi.mock("~/audio/kit", () => import("./sound"));
