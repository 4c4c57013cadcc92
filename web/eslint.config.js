import boundaries from "eslint-plugin-boundaries"
import prettier from "eslint-config-prettier"
import vue from "eslint-plugin-vue"
import ts from "typescript-eslint"

/** What each folder of src may know of: arrows point one way, and no place knows another. */
const BELOW = {
  generated: ["documents"],
  documents: ["generated"],
  parts: ["documents", "generated"],
  api: ["generated"],
  device: ["api", "documents", "generated"],
  acts: ["device", "documents"],
  engine: ["documents", "generated"],
  // The engine without an interface, for tests.
  measuring: ["engine", "documents", "generated"],
  packs: ["acts", "api", "device", "engine", "parts", "pictures", "documents", "generated"],
  pictures: ["acts", "api", "device", "engine", "parts", "documents", "generated"],
}
const PLACES = ["account", "bench", "fitting", "prep", "rolls", "sheets", "shelf", "sources"]
const FOR_PLACES = [...Object.keys(BELOW), "shell"]
const ARROWS = {
  ...BELOW,
  ...Object.fromEntries(PLACES.map((place) => [place, FOR_PLACES])),
  // Its frame and its menus; the places themselves are named by the router alone, which stands above them all.
  shell: Object.keys(BELOW),
}

const is = (element) => ({ element })
const to = (names) => names.map((name) => ({ to: is({ captured: { name } }) }))

export default ts.config(
  { ignores: ["dist", "measure", "src/generated", "public"] },
  ...ts.configs.recommended,
  ...vue.configs["flat/recommended"],
  {
    files: ["**/*.vue"],
    languageOptions: { parserOptions: { parser: ts.parser } },
  },
  prettier,
  {
    files: ["src/**/*.{ts,vue}"],
    plugins: { boundaries },
    settings: {
      "import/resolver": { typescript: { project: "tsconfig.json" } },
      "boundaries/include": ["src/**/*"],
      "boundaries/elements": [{ type: "folder", pattern: "src/*", capture: ["name"] }],
    },
    rules: {
      "boundaries/dependencies": [
        "error",
        {
          default: "disallow",
          policies: [
            ...Object.entries(ARROWS).map(([name, below]) => ({
              from: is({ captured: { name } }),
              allow: to([name, ...below]),
            })),
          ],
        },
      ],
    },
  },
  {
    rules: {
      "@typescript-eslint/consistent-type-imports": "error",
      "vue/component-api-style": ["error", ["script-setup"]],
      // A style that is not scoped could overrule another component's.
      "vue/enforce-style-attribute": ["error", { allow: ["scoped", "module"] }],
      "vue/multi-word-component-names": "off",
    },
  },
)
