import { expect, test } from "vitest";
import { addAddresses } from "./prepare.mjs";

test("every package of a lock gets its address in the registry, and keeps its integrity hash", () => {
  const lock = {
    lockfileVersion: 3,
    packages: {
      "": { name: "app", version: "0.1.0" },
      "node_modules/plain": { version: "1.2.3", integrity: "sha512-a" },
      "node_modules/@of/one": { version: "2.0.0", integrity: "sha512-b" },
      "node_modules/plain/node_modules/@of/one": { version: "1.0.0-rc.1", integrity: "sha512-c" },
      "node_modules/by-another-name": { name: "@of/two", version: "7.0.2", integrity: "sha512-d" },
    },
  };
  expect(addAddresses(lock, "https://registry.example/npm/")).toEqual({
    lockfileVersion: 3,
    packages: {
      "": { name: "app", version: "0.1.0" },
      "node_modules/plain": {
        version: "1.2.3",
        integrity: "sha512-a",
        resolved: "https://registry.example/npm/plain/-/plain-1.2.3.tgz",
      },
      "node_modules/@of/one": {
        version: "2.0.0",
        integrity: "sha512-b",
        resolved: "https://registry.example/npm/@of/one/-/one-2.0.0.tgz",
      },
      "node_modules/plain/node_modules/@of/one": {
        version: "1.0.0-rc.1",
        integrity: "sha512-c",
        resolved: "https://registry.example/npm/@of/one/-/one-1.0.0-rc.1.tgz",
      },
      "node_modules/by-another-name": {
        name: "@of/two",
        version: "7.0.2",
        integrity: "sha512-d",
        resolved: "https://registry.example/npm/@of/two/-/two-7.0.2.tgz",
      },
    },
  });
});
