/**
 * Serves the built app: `node server/serve.mjs`. PORT (default 4180) and HOST (default 127.0.0.1) say where;
 * DIME_BOOK=demo opens the demo's book in place of the visitor's own.
 */
import "./production.mjs";
import { fileURLToPath } from "node:url";
import { createRequestHandler } from "@react-router/express";
import compression from "compression";
import express from "express";

/** For every response; documents add their content security policy. */
const SECURITY_HEADERS = {
  "X-Content-Type-Options": "nosniff",
  "Referrer-Policy": "no-referrer",
  "X-Frame-Options": "DENY",
  "Cross-Origin-Opener-Policy": "same-origin",
  "Cross-Origin-Resource-Policy": "same-origin",
  "Permissions-Policy": "camera=(), microphone=(), geolocation=(), midi=(self), screen-wake-lock=(self)",
};

const port = Number(process.env.PORT ?? 4180);
const host = process.env.HOST ?? "127.0.0.1";
const client = fileURLToPath(new URL("../build/client", import.meta.url));
const build = await import(new URL("../build/server/index.js", import.meta.url).href);

const app = express();
app.disable("x-powered-by");
app.use((_request, response, next) => {
  response.set(SECURITY_HEADERS);
  next();
});
app.use(compression());
// File names under assets carry their content's hash.
app.use("/assets", express.static(`${client}/assets`, { immutable: true, maxAge: "1y", fallthrough: false }));
app.use(express.static(client, { maxAge: "1h", index: false }));
app.use(createRequestHandler({ build }));

const server = app.listen(port, host, (error) => {
  if (error) {
    console.error(`Dime Stack cannot listen on http://${host}:${port}: ${error.message}. Set PORT to a free port.`);
    process.exit(1);
  }
  const address = server.address();
  const at = typeof address === "object" && address ? address.port : port;
  console.log(`Dime Stack is ready at http://${host}:${at}`);
});
for (const signal of ["SIGINT", "SIGTERM"]) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
