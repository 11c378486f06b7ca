import { reactRouter } from "@react-router/dev/vite";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig, type Plugin } from "vite";
import { firstScreen } from "./scripts/first-screen.ts";

/** The foundation of everything. */
const BASE = /node_modules.(react|react-dom|scheduler|use-sync-external-store)[\\/]/;
/** The code that reads the book and opens a fill, after the first screen is drawn; with database and validation. */
const OPENING =
  /node_modules.dexie|app.(first-press.carry-out|library.(own|database|fill.open)|content.(index|schema|grooves|kits|rudiments|starter|course)|screens.fill.screen)\.tsx?$/;
/** Fields, menus, dialogs and dragging: one file that loads after the first picture. */
const CONTROLS =
  /node_modules.(@base-ui|@floating-ui|@dnd-kit)|app.(ui.(number-field-input|unfold-sheet|menu|modal|tabs)|views.movable-rows|editor.note-palette)/;

/** Needed by some screens only, however many: loads with them. */
const LATER =
  /vexflow|comlink|fflate|uqr|pdfkit|fast-xml-parser|app\/(export|printing|listening|screens\/shelf\/notes-dialog|engrave\/(?!notation)|ink|paper|views\/(paint-drawing|staff-sheet)|core\/(flow|listening|search|graph|orchestration-search))/;

/** React Router's own build without warnings for developers: its package names only the one with them. */
const quietRouter = {
  name: "quiet-router",
  enforce: "pre",
  apply: "build",
  applyToEnvironment: ({ name }) => name === "client",
  async resolveId(source, importer, options) {
    if (source !== "react-router" && source !== "react-router/dom") return null;
    const found = await this.resolve(source, importer, { ...options, skipSelf: true });
    return found ? { ...found, id: found.id.replace("dist/development", "dist/production") } : null;
  },
} satisfies Plugin;

/** The frame of every screen, and a fill's first tab. */
const first = firstScreen(
  /entry\.client\.tsx$|app.(root\.tsx$|routes.fill.(fill\.tsx\?route-chunk=(main|clientLoader)|stack\.ts(\?route-chunk=main)?)$)/,
);

/** A module may be lazy for one screen and needed immediately by another. Both are intended. */
const checks = { ineffectiveDynamicImport: false, pluginTimings: false };

export default defineConfig({
  plugins: [quietRouter, tailwindcss(), reactRouter(), first],
  resolve: { tsconfigPaths: true },
  // Workers fetch large data when they need it.
  worker: { format: "es", rolldownOptions: { checks } },
  build: {
    // Staff and audio are large and lazy; the browser tests check the first screen's budget.
    chunkSizeWarningLimit: 1500,
    // Fonts must be files, so that the content security policy can refuse inline data.
    assetsInlineLimit: 0,
  },
  environments: {
    client: {
      build: {
        rolldownOptions: {
          checks,
          output: {
            // Modules shared by several screens form one file, instead of some sixty small requests.
            codeSplitting: {
              groups: [
                { name: "base", test: BASE, priority: 3 },
                { name: "first", test: first.isOfIt, minShareCount: 2, priority: 2 },
                { name: "opening", test: OPENING, priority: 1 },
                { name: "controls", test: CONTROLS, priority: 1 },
                { name: "shared", minShareCount: 3, test: (id) => !LATER.test(id), priority: 0 },
              ],
            },
          },
        },
      },
    },
    ssr: { build: { rolldownOptions: { checks } } },
  },
});
