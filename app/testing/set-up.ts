import { vi } from "vitest";

// React's production build: several times as fast as the development build. Must come before any other import.
process.env.NODE_ENV = "production";
vi.mock("~/audio/kit", () => import("./sound"));
