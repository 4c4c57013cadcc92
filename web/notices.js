// Gathers the licences of all that the application ships with (libraries, fonts, icons) into public/notices.txt.
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs"
import { join } from "node:path"

const here = import.meta.dirname
const { packages } = JSON.parse(readFileSync(join(here, "package-lock.json"), "utf8"))
const parts = []
for (const [path, { dev, optional, version, license }] of Object.entries(packages)) {
  const folder = join(here, path)
  if (!path || dev || optional || !existsSync(folder)) continue
  const file = readdirSync(folder).find((name) => /^(licen[cs]e|copying)(\..*)?$/i.test(name))
  const text = file ? readFileSync(join(folder, file), "utf8").trim() : "(The package holds no licence text.)"
  parts.push(`${path.replace(/^.*node_modules\//, "")} ${version}, ${license}\n\n${text}`)
}
const head =
  "Hollowmist is free software under the Apache License 2.0.\nIt ships with the following, each under its own licence.\n"
writeFileSync(join(here, "public", "notices.txt"), [head, ...parts].join(`\n\n${"-".repeat(72)}\n\n`) + "\n")
