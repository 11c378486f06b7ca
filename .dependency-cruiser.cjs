/** Arrows between rooms go one way. */
const ROOMS = {
  core: [],
  formats: ["core"],
  content: ["core", "formats"],
  engrave: ["core"],
  words: ["core", "formats"],
  data: ["core", "formats"],
  audio: ["core"],
  workers: ["core", "formats", "audio"],
  input: ["core"],
  views: ["core", "engrave", "words"],
  ui: ["core", "data", "formats", "audio", "input", "views", "words", "workers"],
  cells: ["core", "data", "formats", "audio", "views", "words", "ui"],
  stack: ["core", "data", "formats", "audio", "views", "words", "ui", "cells", "workers"],
  fit: ["core", "data", "formats", "audio", "views", "words", "ui", "cells", "stack", "workers"],
  floor: ["core", "data", "formats", "audio", "views", "words", "ui", "stack", "workers"],
  grooves: ["core", "data", "engrave", "formats", "audio", "views", "words", "ui", "stack"],
  shed: ["core", "data", "formats", "audio", "input", "views", "words", "ui", "stack"],
  log: ["core", "data", "formats", "audio", "input", "views", "words", "ui", "stack"],
  setup: ["core", "formats", "audio", "input", "words", "ui"],
  shelf: ["core", "data", "formats", "views", "words", "ui", "stack"],
};
const rooms = Object.keys(ROOMS);

module.exports = {
  forbidden: [
    {
      name: "no-circles",
      severity: "error",
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } },
    },
    ...rooms.map((room) => ({
      name: `${room}-doors`,
      comment: `app/${room} may use ${ROOMS[room].join(", ") || "no other room"}`,
      severity: "error",
      from: { path: `^app/${room}/`, pathNot: "\\.test\\.tsx?$" },
      to: { path: "^app/", pathNot: [room, ...ROOMS[room]].map((allowed) => `^app/${allowed}/`) },
    })),
    {
      name: "core-is-pure",
      comment: "the engine has no packages, no DOM, no clock",
      severity: "error",
      from: { path: "^app/core/", pathNot: "\\.test\\.ts$" },
      to: { dependencyTypes: ["npm", "core"] },
    },
    {
      name: "core-by-its-door",
      severity: "error",
      from: { path: "^app/", pathNot: ["^app/core/", "\\.test\\.tsx?$"] },
      to: { path: "^app/core/", pathNot: "^app/core/index\\.ts$" },
    },
    {
      name: "content-stays-on-the-server",
      comment: "only routes load content, in their server loaders",
      severity: "error",
      from: { path: "^app/", pathNot: ["^app/routes/", "^app/root\\.tsx$", "^app/content/", "\\.test\\.tsx?$"] },
      to: { path: "^app/content/" },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { extensions: [".ts", ".tsx", ".mjs", ".js"] },
  },
};
