/** Colours are properties of the theme. Global styles: custom properties, elements, and classes with a prefix of their
 *  own (hm-, or the kit's el-): any other could overrule a component's scoped class of the same name. */
export default {
  rules: { "color-no-hex": true, "function-disallowed-list": ["rgb", "rgba", "hsl", "hsla"] },
  overrides: [
    { files: ["src/**/*.vue"], customSyntax: "postcss-html" },
    {
      files: ["src/**/*.css"],
      rules: {
        "selector-class-pattern": [
          "^(hm|el)-",
          { message: (name) => `"${name}" is global: give it the prefix hm-, or move it into a component` },
        ],
        "selector-max-id": [1, { ignoreContextFunctionalPseudoClasses: [] }],
      },
    },
    {
      files: ["src/shell/theme.css"],
      rules: { "color-no-hex": null, "function-disallowed-list": null },
    },
  ],
}
