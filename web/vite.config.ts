import vue from "@vitejs/plugin-vue"
import { createHash } from "node:crypto"
import { readdirSync, readFileSync, statSync } from "node:fs"
import { fileURLToPath } from "node:url"
import { defineConfig, type Plugin } from "vite"
import { VitePWA } from "vite-plugin-pwa"

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** Ships with the application. */
const GUIDE = "../docs/guide"

/** A name for what is built: a hash over all that it is built of. */
function buildName(): string {
  const hash = createHash("sha256").update(readFileSync(here("package-lock.json")))
  for (const name of (readdirSync(here("src"), { recursive: true }) as string[]).sort()) {
    const file = here(`src/${name}`)
    // Types are told to the type check alone.
    if (statSync(file).isFile() && name !== "generated/api.ts") hash.update(name).update(readFileSync(file))
  }
  for (const name of readdirSync(here(GUIDE)).sort())
    hash.update(name).update(readFileSync(here(`${GUIDE}/${name}`)))
  return hash.digest("hex").slice(0, 16)
}

/** The build knows its name, and so does the server, which tells it with every answer. */
function named(): Plugin {
  const name = buildName()
  return {
    name: "build-name",
    config: () => ({ define: { __BUILD__: JSON.stringify(name) } }),
    generateBundle() {
      this.emitFile({ type: "asset", fileName: "build.txt", source: name })
    },
  }
}

/** The shell, its fonts and its engine lie on the device, so that it starts without a network. */
const installed = VitePWA({
  // A new version waits until it is let in: never in the middle of a stroke.
  registerType: "prompt",
  injectRegister: false,
  manifest: {
    name: "Hollowmist",
    short_name: "Hollowmist",
    description: "Inking and lettering brushes, built pen in hand.",
    start_url: "/rolls",
    display: "standalone",
    background_color: "#e6ebe8",
    theme_color: "#e6ebe8",
    // A pack that is opened elsewhere on the device comes here.
    file_handlers: [{ action: "/rolls", accept: { "application/vnd.hollowmist.pack+zip": [".hollowmist"] } }],
    icons: [
      { src: "/icon-192.png", sizes: "192x192", type: "image/png" },
      { src: "/icon-512.png", sizes: "512x512", type: "image/png" },
      { src: "/icon-whole-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
      { src: "/mark.svg", sizes: "any", type: "image/svg+xml" },
    ],
  },
  workbox: {
    globPatterns: ["**/*.{html,js,css,wasm,json,woff2,svg,png}"],
    maximumFileSizeToCacheInBytes: 4_000_000,
    navigateFallback: "/index.html",
    navigateFallbackDenylist: [/^\/(api|static|assets)\//, /^\/notices\.txt/],
    clientsClaim: true,
  },
})

// `vite build --mode measure` makes measure.html instead: the engine without an interface, for the tests and script/bench.
export default defineConfig(({ mode }) => ({
  base: mode === "measure" ? "/static/measure/" : "/",
  publicDir: mode === "measure" ? false : "public",
  plugins: [vue(), named(), ...(mode === "measure" ? [] : [installed])],
  resolve: { alias: { "@": here("src") } },
  worker: { format: "es" },
  // An error tells its name, and where it came from.
  esbuild: { keepNames: true },
  server: {
    // The guide lies beside the front end.
    fs: { allow: [".."] },
    proxy: { "/api": process.env.HOLLOWMIST_API ?? "http://127.0.0.1:8420" },
  },
  build: {
    target: "es2022",
    chunkSizeWarningLimit: 1200,
    outDir: mode === "measure" ? "measure" : "dist",
    rollupOptions: { input: mode === "measure" ? "measure.html" : "index.html" },
  },
}))
