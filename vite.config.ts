import { reactRouter } from "@react-router/dev/vite";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";

/** What everything stands on, icons among it. */
const BASE = /node_modules.(react|react-dom|scheduler|use-sync-external-store|lucide-react)[\\/]/;
/** Fields, menus and dialogs, and what lets cells be dragged: one file that comes after the first picture. */
const CONTROLS =
  /node_modules.(@base-ui|@floating-ui|@dnd-kit)|app.(ui.(number-field-input|unfold-sheet|menu|modal|tabs)|views.movable-rows)/;
/** What only some screens need, however many of them: it comes when they do. */
const LATER =
  /base-ui|floating-ui|comlink|vexflow|fflate|uqr|pdfkit|fast-xml-parser|app\/editor\/(export|paper|import|listening)|library\/(share\.|lesson\/(content|edit|kind|course))|words\/(sheet|share|notes)|views\/(paint-drawing|staff-sheet)|engrave\/(draw|spell|score|form-score|heads|repeats)|app\/ink\/(?!coin)|app\/paper|core\/(flow|listening|search|moves|practice|graph|orchestration-search|player.(ceiling|demands|gestures|motions|variant))|library\/(cell|flow|search|practice|transfer|book-file|backup|incoming)|words\/(ceiling|cell|closing|flow|groove|moves|practice|problem|search)/;

export default defineConfig({
  plugins: [tailwindcss(), reactRouter()],
  resolve: { tsconfigPaths: true },
  // Workers fetch what is large when they need it.
  worker: { format: "es" },
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
          output: {
            // What several screens share comes as one file, not as some sixty small ones that are asked for one by one.
            codeSplitting: {
              groups: [
                { name: "base", test: BASE, priority: 3 },
                { name: "controls", test: CONTROLS, priority: 2 },
                { name: "shared", minShareCount: 3, test: (id) => !LATER.test(id), priority: 1 },
              ],
            },
          },
        },
      },
    },
  },
});
