import { index, type RouteConfig, route } from "@react-router/dev/routes";

export default [
  index("routes/shelf.tsx"),
  route("stack", "routes/latest.ts"),
  route("stack/:fillId", "routes/stack.tsx"),
  route("cells", "routes/latest-cell.ts"),
  route("cells/book", "routes/cell-book.ts"),
  route("cells/:cellId", "routes/cells.tsx"),
  route("fit", "routes/fit-latest.ts"),
  route("fit/:searchId", "routes/fit.tsx"),
  route("floor", "routes/floor-latest.ts"),
  route("floor/kits", "routes/kits.ts"),
  route("floor/:fillId", "routes/floor.tsx"),
  route("grooves", "routes/grooves-latest.ts"),
  route("grooves/own", "routes/own-grooves.ts"),
  route("grooves/own/:grooveId", "routes/own-groove.tsx"),
  route("grooves/:fillId", "routes/grooves.tsx"),
  route("setup", "routes/setup.tsx"),
  route("content/demo", "routes/demo-content.ts"),
  route("*", "routes/not-found.tsx"),
] satisfies RouteConfig;
