import js from "@eslint/js";
import vue from "eslint-plugin-vue";
import a11y from "eslint-plugin-vuejs-accessibility";
import globals from "globals";
import ts from "typescript-eslint";

const OUTSIDE_UI = ["src/app/**", "src/places/**"];

export default ts.config(
  { ignores: ["src/api/schema.d.ts", "node_modules/**"] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs["flat/recommended"],
  ...a11y.configs["flat/recommended"],
  {
    files: ["**/*.{ts,vue}"],
    languageOptions: { globals: globals.browser, parserOptions: { parser: ts.parser } },
    rules: {
      "no-undef": "off",
      "vue/multi-word-component-names": "off",
      "vue/max-attributes-per-line": "off",
      "vue/singleline-html-element-content-newline": "off",
      "vue/html-self-closing": "off",
      "vue/html-indent": "off",
      "vue/html-closing-bracket-newline": "off",
      "vue/first-attribute-linebreak": "off",
      "vue/attributes-order": "off",
      "vue/multiline-html-element-content-newline": "off",
      // Texts come from the catalogue only.
      "vue/no-bare-strings-in-template": [
        "error",
        {
          allowlist: [
            "·",
            "–",
            "→",
            "←",
            "−",
            "/",
            "%",
            "(",
            ")",
            ",",
            ":",
            "=",
            "×",
            "?",
            "+",
            "…",
            ".",
            "⋯",
            "⠿",
            "▾",
          ],
        },
      ],
      "vue/no-v-html": "error",
      "@typescript-eslint/no-explicit-any": "error",
      "vuejs-accessibility/label-has-for": ["error", { required: { some: ["nesting", "id"] } }],
      "vuejs-accessibility/no-static-element-interactions": "off",
      "max-lines": ["error", { max: 400, skipBlankLines: true }],
    },
  },
  {
    files: OUTSIDE_UI.map((dir) => `${dir}/*.{ts,vue}`).concat(OUTSIDE_UI),
    rules: {
      "no-restricted-imports": [
        "error",
        {
          paths: [
            { name: "@headlessui/vue", message: "Only the design system (src/ui) imports Headless UI." },
          ],
        },
      ],
    },
  },
  {
    files: ["src/ui/**"],
    rules: {
      "no-restricted-imports": [
        "error",
        { patterns: [{ group: ["@/places/*", "@/app/*"], message: "The design system knows no place." }] },
      ],
    },
  },
  { files: ["src/i18n/*.ts"], rules: { "max-lines": "off" } },
);
