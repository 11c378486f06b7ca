import { createContext } from "react";

/** What the server says about a page beyond its data. In the browser the page itself is asked. */
export interface PageFacts {
  /** Allows the page's own inline scripts; browsers hide it once the page stands. */
  readonly nonce: string;
  /** Whose book this server opens. */
  readonly book: "own" | "demo";
}

export const PageContext = createContext<PageFacts | null>(null);
