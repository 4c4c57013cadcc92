import vue from "@vitejs/plugin-vue"
import { fileURLToPath } from "node:url"
import { defineConfig } from "vite"

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { "@": fileURLToPath(new URL("src", import.meta.url)) } },
  worker: { format: "es" },
  server: { proxy: { "/api": process.env.HOLLOWMIST_API ?? "http://127.0.0.1:8420" } },
  build: {
    target: "es2022",
    chunkSizeWarningLimit: 1200,
    rollupOptions: {
      // measure.html is the engine without an interface, for the tests and script/bench.
      input: { index: "index.html", measure: "measure.html" },
    },
  },
})
