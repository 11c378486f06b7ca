import { randomBytes } from "node:crypto";
import { PassThrough } from "node:stream";
import { createReadableStreamFromReadable } from "@react-router/node";
import { isbot } from "isbot";
import { renderToPipeableStream } from "react-dom/server";
import { type EntryContext, ServerRouter } from "react-router";
import { servedBook } from "./content/demo-book";
import { contentSecurityPolicy } from "./security";
import { PageContext } from "./ui/page-context";

const ABORT_AFTER = 6_000;

/** Renders a document with its own nonce and the matching policy. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  routerContext: EntryContext,
): Promise<Response> {
  const nonce = randomBytes(16).toString("base64");
  const book = servedBook();
  headers.set("Content-Type", "text/html; charset=utf-8");
  headers.set("Cache-Control", "no-store");
  // The development server injects its own scripts and styles, which the policy would block.
  if (import.meta.env.PROD) headers.set("Content-Security-Policy", contentSecurityPolicy(nonce));
  const ready = isbot(request.headers.get("user-agent") ?? "") ? "onAllReady" : "onShellReady";

  return new Promise((resolve, reject) => {
    let finalStatus = status;
    const { pipe, abort } = renderToPipeableStream(
      <PageContext value={{ nonce, book }}>
        <ServerRouter context={routerContext} url={request.url} nonce={nonce} />
      </PageContext>,
      {
        nonce,
        [ready]() {
          const body = new PassThrough();
          pipe(body);
          resolve(new Response(createReadableStreamFromReadable(body), { headers, status: finalStatus }));
        },
        onShellError: reject,
        onError(error: unknown) {
          finalStatus = 500;
          console.error(error);
        },
      },
    );
    setTimeout(abort, ABORT_AFTER).unref();
  });
}
