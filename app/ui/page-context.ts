import { createContext } from "react";

/** Facts about a page from the server, beyond its data. In the browser, the page itself has them. */
export interface PageFacts {
  /** Allows the page's own inline scripts; browsers hide it once the page is loaded. */
  readonly nonce: string;
  /** Whose book this server opens. */
  readonly book: "own" | "demo";
}

export const PageContext = createContext<PageFacts | null>(null);
