/** The rooms of the house and what each may use: docs/architecture.md draws the same. Arrows go one way. */
const ROOMS = {
  core: [],
  data: [],
  formats: ["core", "engrave"],
  engrave: ["core"],
  input: ["core"],
  audio: ["core"],
  words: ["core", "data", "library"],
  library: ["core", "data", "engrave", "formats"],
  content: ["core", "library"],
  workers: ["core", "audio", "formats", "library"],
  views: ["core", "engrave", "words"],
  offline: [],
  ui: ["core", "data", "input", "library", "session", "views", "words"],
  commands: ["ui"],
  session: ["core", "audio", "data", "formats", "input", "library", "views", "workers"],
  editor: ["core", "audio", "commands", "engrave", "formats", "library", "session", "ui", "views", "words", "workers"],
  screens: [
    "core",
    "audio",
    "commands",
    "data",
    "editor",
    "engrave",
    "formats",
    "input",
    "library",
    "session",
    "ui",
    "views",
    "words",
    "workers",
  ],
  routes: ["content", "core", "data", "library", "screens", "ui", "words"],
};
const rooms = Object.keys(ROOMS);
const TESTS = "\\.test\\.tsx?$";

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
      // The one sentence that content needs: an own cell is named after the moves that made it.
      from: { path: `^app/${room}/`, pathNot: [TESTS, "^app/library/cell/entries\\.ts$"] },
      to: { path: "^app/", pathNot: [room, ...ROOMS[room]].map((allowed) => `^app/${allowed}/`) },
    })),
    {
      name: "words-name-what-is-kept",
      comment: "words know the kinds of things that are kept, and types; no database",
      severity: "error",
      from: { path: "^app/words/", pathNot: TESTS },
      to: { path: "^app/library/", pathNot: "^app/library/kinds\\.ts$", dependencyTypesNot: ["type-only"] },
    },
    {
      name: "screens-are-apart",
      comment: "what two screens need belongs to editor, session, library, views or ui",
      severity: "error",
      from: { path: "^app/screens/([^/]+)/" },
      to: { path: "^app/screens/[^/]+/", pathNot: "^app/screens/$1/" },
    },
    {
      name: "core-is-pure",
      comment: "the engine has no packages, no DOM, no clock",
      severity: "error",
      from: { path: "^app/core/", pathNot: "\\.test\\.ts$" },
      to: { dependencyTypes: ["npm", "core"] },
    },
    {
      name: "spelling-is-pure",
      comment: "what a rhythm is written with is worked out without packages, and without drawing it",
      severity: "error",
      from: { path: "^app/engrave/(?!draw/)", pathNot: TESTS },
      to: { path: ["^app/engrave/draw/", "node_modules"] },
    },
    {
      name: "core-by-its-doors",
      comment: "each subject of the engine has one door; what helps tests is for tests",
      severity: "error",
      from: { path: "^app/", pathNot: ["^app/core/", TESTS] },
      to: { path: "^app/core/", pathNot: "^app/core/(?!testing)[^/]+/index\\.ts$" },
    },
    {
      name: "content-stays-on-the-server",
      comment: "only routes load content, in their server loaders",
      severity: "error",
      from: {
        path: "^app/",
        pathNot: ["^app/routes/", "^app/root\\.tsx$", "^app/entry\\.server\\.tsx$", "^app/content/", TESTS],
      },
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
