import { fileURLToPath } from "node:url"
import vue from "@vitejs/plugin-vue"
import { defineConfig } from "vitest/config"

// Composables and plain modules in a DOM without a screen; what needs ink is driven in the browser (server/journeys).
export default defineConfig({
  plugins: [vue()],
  define: { __BUILD__: JSON.stringify("first") },
  resolve: {
    alias: {
      "@": fileURLToPath(new URL("src", import.meta.url)),
      "virtual:pwa-register": fileURLToPath(new URL("tests/support/pwa.ts", import.meta.url)),
    },
  },
  // The guide lies beside the front end.
  server: { fs: { allow: [".."] } },
  test: {
    environment: "happy-dom",
    environmentOptions: { happyDOM: { url: "http://hollowmist.test/" } },
    include: ["tests/**/*.test.ts"],
    setupFiles: ["tests/support/setup.ts"],
    // script/test runs browsers beside it.
    testTimeout: 30_000,
  },
})
