import prettier from "eslint-config-prettier"
import vue from "eslint-plugin-vue"
import ts from "typescript-eslint"

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
    rules: {
      "@typescript-eslint/consistent-type-imports": "error",
      "vue/component-api-style": ["error", ["script-setup"]],
      // A style that is not scoped could overrule another component's.
      "vue/enforce-style-attribute": ["error", { allow: ["scoped", "module"] }],
      "vue/multi-word-component-names": "off",
    },
  },
)
