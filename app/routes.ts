import { index, prefix, type RouteConfig, route } from "@react-router/dev/routes";

/** Addresses of a fill's parts from before a fill had one address. */
const OLD = ["stack", "floor", "grooves", "shed"].map((name) =>
  route(`${name}/:fillId?`, "routes/old-address.ts", { id: `old-${name}` }),
);

export default [
  index("routes/shelf.tsx"),
  route("fills", "routes/fills.ts"),
  route("fills/:fillId", "routes/fill/fill.tsx", [
    index("routes/fill/first-tab.ts"),
    route("stack", "routes/fill/stack.ts"),
    route("floor", "routes/fill/floor.tsx"),
    route("groove", "routes/fill/groove.tsx"),
    route("shed", "routes/fill/shed.tsx"),
    route("sheet", "routes/fill/sheet.ts"),
  ]),
  ...prefix("cells", [
    index("routes/cells.ts"),
    route("book", "routes/cell-book.tsx"),
    route(":cellId", "routes/cell.tsx"),
  ]),
  route("fit", "routes/searches.ts"),
  route("fit/:searchId", "routes/fit.tsx"),
  route("flow", "routes/flows.ts"),
  route("flow/:flowId", "routes/flow.tsx"),
  route("grooves/own", "routes/own-grooves.tsx"),
  route("grooves/own/:grooveId", "routes/own-groove.tsx"),
  route("kits", "routes/kits.tsx"),
  route("lessons", "routes/lessons.tsx"),
  route("lessons/:lessonId", "routes/lesson.tsx"),
  route("open", "routes/open.tsx"),
  route("log", "routes/log.tsx"),
  route("setup", "routes/setup.tsx"),
  route("content/demo", "routes/demo-content.ts"),
  ...OLD,
  route("*", "routes/not-found.tsx"),
] satisfies RouteConfig;
