import js from "@eslint/js";
import vue from "eslint-plugin-vue";
import a11y from "eslint-plugin-vuejs-accessibility";
import globals from "globals";
import ts from "typescript-eslint";

/** A field that is taken when it is left, bound so that a form drawn again writes over what is half typed. */
const BOUND = "VAttribute[key.name.name='bind'][key.argument.name='value']";
const WHEN_LEFT = "VAttribute[key.name.name='on'][key.argument.name='change']";
const WITH_EVERY_KEY = "VAttribute[key.name.name='on'][key.argument.name='input']";
const CHOSEN = "VAttribute[key.name='type'][value.value=/^(radio|checkbox)$/]";
const WRITTEN_OVER = ["input", "textarea"].map((name) => ({
  selector: `VElement[name='${name}'] > VStartTag:has(${BOUND}):has(${WHEN_LEFT}):not(:has(${WITH_EVERY_KEY})):not(:has(${CHOSEN}))`,
  message: "What is typed would be lost when the form is drawn again: v-kept instead of :value.",
}));

/** The rooms, each of which may import those before it and not those after it. */
const ROOMS = ["api", "ui", "frame", "items", "places", "app"];
const HEADLESS = { name: "@headlessui/vue", message: "Only the design system (src/ui) imports Headless UI." };

/** What a room may not import: the rooms above it, and Headless UI outside the design system. */
const room = (name, n) => {
  const above = ROOMS.slice(n + 1).map((one) => `@/${one}/**`);
  const patterns = [
    ...(above.length ? [{ group: above, message: `src/${name} lies below these rooms.` }] : []),
    // A room is left by its name, so that this rule sees it.
    { regex: "^(\\.\\./)+(api|ui|frame|items|places|app)/", message: "Leave a room by '@/room/…'." },
  ];
  return {
    files: [`src/${name}/**/*.{ts,vue}`],
    rules: { "no-restricted-imports": ["error", { paths: name === "ui" ? [] : [HEADLESS], patterns }] },
  };
};

/** Places are blind to each other: a place's own files are reached by relative paths, others not at all. */
const place = (files, out) => ({
  files,
  rules: {
    "no-restricted-imports": [
      "error",
      {
        paths: [HEADLESS],
        patterns: [
          { group: ["@/app/**"], message: "src/places lies below src/app." },
          {
            group: ["@/places/**"],
            message: "Places are blind to each other; what they share is in src/items.",
          },
          { regex: out, message: "Places are blind to each other; what they share is in src/items." },
        ],
      },
    ],
  },
});

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
      // vue-tsc knows every name.
      "no-undef": "off",
      // The rooms say what a component is of; 'Field' needs no second word.
      "vue/multi-word-component-names": "off",
      // How templates are laid out is Prettier's.
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
      "vue/no-restricted-syntax": ["error", ...WRITTEN_OVER],
      "@typescript-eslint/no-explicit-any": "error",
      "vuejs-accessibility/label-has-for": ["error", { required: { some: ["nesting", "id"] } }],
      // Drop targets and panes that are swiped are no controls; each has its button and its key, and axe runs in every journey.
      "vuejs-accessibility/no-static-element-interactions": "off",
      "max-lines": ["error", { max: 300 }],
      "max-lines-per-function": ["error", { max: 40 }],
    },
  },
  ...ROOMS.map(room),
  place(["src/places/*/*.{ts,vue}"], "^\\.\\./"),
  place(["src/places/*/*/*.{ts,vue}"], "^\\.\\./\\.\\./"),
  // A catalogue of sentences is as long as the screens are many.
  { files: ["src/i18n/*.ts"], rules: { "max-lines": "off" } },
  // A list of writes, each a few lines: nothing in it is read together. A test file is one call around its cases.
  { files: ["src/**/queries.ts", "src/**/*.test.ts"], rules: { "max-lines-per-function": "off" } },
);
