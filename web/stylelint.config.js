/** Global styles: custom properties, elements, and classes with a prefix of their own (hm-, or the kit's el-).
 *  Any other could overrule a component's scoped class of the same name. */
export default {
  rules: {
    "selector-class-pattern": [
      "^(hm|el)-",
      { message: (name) => `"${name}" is global: give it the prefix hm-, or move it into a component` },
    ],
    "selector-max-id": [1, { ignoreContextFunctionalPseudoClasses: [] }],
  },
}
