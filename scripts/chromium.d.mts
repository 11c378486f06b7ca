export function findChromium(): string | undefined;
export const CHROMIUM_PACKAGES: readonly string[];
export const CHROMIUM_ARGS: string[];
