import vue from "@vitejs/plugin-vue"
import { fileURLToPath } from "node:url"
import { defineConfig } from "vite"

// `vite build --mode measure` makes measure.html instead: the engine without an interface, for the tests and script/bench.
export default defineConfig(({ mode }) => ({
  base: mode === "measure" ? "/static/measure/" : "/",
  publicDir: mode === "measure" ? false : "public",
  plugins: [vue()],
  resolve: { alias: { "@": fileURLToPath(new URL("src", import.meta.url)) } },
  worker: { format: "es" },
  server: { proxy: { "/api": process.env.HOLLOWMIST_API ?? "http://127.0.0.1:8420" } },
  build: {
    target: "es2022",
    chunkSizeWarningLimit: 1200,
    outDir: mode === "measure" ? "measure" : "dist",
    rollupOptions: { input: mode === "measure" ? "measure.html" : "index.html" },
  },
}))
