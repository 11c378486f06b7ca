import { reactRouter } from "@react-router/dev/vite";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";

/** What only some screens need, however many of them: it comes when they do. */
const LATER =
  /base-ui|floating-ui|core\/(listening|search|moves|practice|graph)|library\/(cell|search|practice|transfer|book-file|backup|incoming)|words\/(cell|moves|practice|search)/;

export default defineConfig({
  plugins: [tailwindcss(), reactRouter()],
  resolve: { tsconfigPaths: true },
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
            codeSplitting: { groups: [{ name: "shared", minShareCount: 6, test: (id) => !LATER.test(id) }] },
          },
        },
      },
    },
  },
});
