/** A plain file server: a slash after folders, and 404.html where there is no file. */
import express from "express";

export async function openPlainHost(folder) {
  const app = express();
  app.use(express.static(folder));
  app.use((_request, response) => response.status(404).sendFile("404.html", { root: folder }));
  const server = app.listen(0, "127.0.0.1");
  await new Promise((ready) => server.once("listening", ready));
  // By another name than the tests' own server, so that nothing of that one is in its storage.
  return { address: `http://localhost:${server.address().port}`, close: () => server.close() };
}
