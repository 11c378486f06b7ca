import { expect, test } from "vitest";
import { contentSecurityPolicy } from "./security";

test("the policy allows the page's own scripts and nothing else", () => {
  const policy = contentSecurityPolicy("abc");
  expect(policy).toContain("script-src 'self' 'nonce-abc'");
  expect(policy).toContain("default-src 'none'");
  expect(policy).not.toMatch(/unsafe|https?:|\*/);
});
