import { reactRouter } from "@react-router/dev/vite";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";
import { firstScreen } from "./scripts/first-screen.ts";

/** What everything stands on. */
const BASE = /node_modules.(react|react-dom|scheduler|use-sync-external-store)[\\/]/;
/** What reads the book and opens a fill, once the first screen is drawn; with the database and the checks. */
const OPENING = /node_modules.dexie|app.(library.(own|database|fill.open)|content.(index|schema|grooves|kits|rudiments|starter|course)|screens.fill.screen)\.tsx?$/;
/** Fields, menus and dialogs, and what lets cells be dragged: one file that comes after the first picture. */
const CONTROLS =
  /node_modules.(@base-ui|@floating-ui|@dnd-kit)|app.(ui.(number-field-input|unfold-sheet|menu|modal|tabs)|views.movable-rows)/;

/** What only some screens need, however many of them: it comes when they do. */
const LATER =
  /vexflow|comlink|fflate|uqr|pdfkit|fast-xml-parser|app\/(editor\/(export|paper|import|listening)|engrave\/(?!notation)|ink|paper|views\/(paint-drawing|staff-sheet)|core\/(flow|listening|search|graph|orchestration-search))/;

/** The page around every screen, and a fill in its first place. */
const first = firstScreen(
  /entry\.client\.tsx$|app.(root\.tsx$|routes.fill.(fill\.tsx\?route-chunk=(main|clientLoader)|stack\.ts(\?route-chunk=main)?)$)/,
);

/** A module may be lazy for one screen and needed at once by another, */
const checks = { ineffectiveDynamicImport: false, pluginTimings: false };

export default defineConfig({
  plugins: [tailwindcss(), reactRouter(), first],
  resolve: { tsconfigPaths: true },
  // Workers fetch what is large when they need it.
  worker: { format: "es", rolldownOptions: { checks } },
  build: {
    // Staff and audio are large and lazy; the first screen's own budget is checked by the browser tests.
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
            // What several screens share comes as one file, not as some sixty small ones that are asked for one by one.
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
