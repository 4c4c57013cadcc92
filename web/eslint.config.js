import boundaries from "eslint-plugin-boundaries"
import prettier from "eslint-config-prettier"
import { importX } from "eslint-plugin-import-x"
import vueI18n from "@intlify/eslint-plugin-vue-i18n"
import vue from "eslint-plugin-vue"
import ts from "typescript-eslint"

/** Folders from the lowest up: each may know of those before it, and of no place. */
const LAYERS = [
  ["generated", "words"],
  ["documents"],
  ["parts", "api", "engine"],
  ["device", "measuring"],
  ["acts", "drawing"],
  ["pictures"],
  ["choosers"],
  ["packs"],
  ["frame"],
]
/** What stands side by side in a layer and yet is asked by its neighbour. */
const BESIDE = { generated: ["documents"], words: ["generated"] }
const PLACES = ["account", "bench", "fitting", "guide", "prep", "rolls", "sheets", "shelf", "sources"]
const below = (layer) => LAYERS.slice(0, layer).flat()
const ARROWS = {
  ...Object.fromEntries(
    LAYERS.flatMap((names, layer) => names.map((name) => [name, [...below(layer), ...(BESIDE[name] ?? [])]])),
  ),
  ...Object.fromEntries(PLACES.map((place) => [place, LAYERS.flat()])),
  // Starts the application; the places themselves are named by the router alone, which stands above them all.
  shell: LAYERS.flat(),
}

/** Floors of the engine, from the lowest up. */
const FLOORS = [["memory"], ["easel"], ["questions"], ["prep", "pictures"], ["desk"], ["page"]]
const floors = FLOORS.flatMap((rooms, floor) =>
  rooms.map((room) => ({
    files: [`src/engine/${room}/*.ts`],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: FLOORS.slice(floor)
            .flat()
            .filter((one) => one !== room)
            .map((one) => ({
              group: [`../${one}/*`],
              message: `${room} stands below ${one}, or beside it.`,
            })),
        },
      ],
    },
  })),
)

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
    // Components would take minutes: what they do without waiting for it is in composables.
    files: ["src/**/*.ts"],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      "@typescript-eslint/no-floating-promises": "error",
      "max-params": ["error", 8],
      // Of a composable, with all that it holds together; what is within it is shorter.
      "max-lines-per-function": ["error", { max: 100, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ["src/**/*.{ts,vue}"],
    // The parser of components asks for one for what is in them, also where a script imports one.
    languageOptions: { parserOptions: { parser: ts.parser } },
    plugins: { boundaries, "import-x": importX },
    settings: {
      "import/resolver": { typescript: { project: "tsconfig.json" } },
      "import-x/resolver": { typescript: { project: "tsconfig.json" } },
      "import-x/extensions": [".ts", ".vue"],
      "import-x/parsers": { "@typescript-eslint/parser": [".ts"], "vue-eslint-parser": [".vue"] },
      "boundaries/include": ["src/**/*"],
      "boundaries/elements": [{ type: "folder", pattern: "src/*", capture: ["name"] }],
    },
    rules: {
      "import-x/no-cycle": "error",
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
  ...floors,
  {
    // What is said stands in the catalogues of `words`.
    files: ["src/**/*.{ts,vue}"],
    // What a worker throws reaches a log; what it says to people is said by the page.
    ignores: [
      "src/words/**",
      "src/engine/{memory,easel,questions,prep,pictures,desk}/**",
      "src/shell/installed.ts",
    ],
    plugins: { "@intlify/vue-i18n": vueI18n },
    rules: {
      "@intlify/vue-i18n/no-raw-text": [
        "error",
        {
          attributes: { "/.+/": ["aria-label", "title", "label", "placeholder", "alt", "says"] },
          // Signs, units and names that are alike in all languages.
          ignorePattern: "^[^\\p{L}]*$|^(Hollowmist|dpi|mm|px|MB|ms|x)$",
        },
      ],
      "no-restricted-syntax": [
        "error",
        {
          selector: "Literal[value=/^[A-Z][a-z]+,? [a-z].* [a-z]/]:not(ImportDeclaration Literal)",
          message: "A sentence belongs into src/words/en, and into every other language.",
        },
        {
          selector:
            ":matches(Property, ArrayExpression, CallExpression, LogicalExpression, ReturnStatement) > Literal[value=/^(?!Arrow|Enter|Escape|Delete|Backspace|Home|End|Page)[A-Z][a-z]{2,}$/]",
          message: "What people read belongs into src/words/en, and into every other language.",
        },
        {
          selector:
            "TemplateElement[value.raw=/[A-Z][a-z]+ [a-z]+ [a-z]|% [a-z]|[a-z] [a-z]+ [a-z]+.*[.?!]$/]",
          message: "A sentence belongs into src/words/en, and into every other language.",
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
