import importX from "eslint-plugin-import-x";
import a11y from "eslint-plugin-jsx-a11y";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

const below = ["api", "chart", "ui", "units", "words"];

/** What files of a folder may not import, and why. */
const barred = (files, group, message) => ({
  files,
  rules: { "no-restricted-imports": ["error", { patterns: [{ group, message }] }] },
});

export default tseslint.config(
  { ignores: ["dist", "src/api/*.gen.ts"] },
  ...tseslint.configs.strict,
  a11y.flatConfigs.recommended,
  {
    plugins: { "react-hooks": hooks, "import-x": importX },
    settings: {
      ...importX.flatConfigs.typescript.settings,
      "import-x/resolver-next": [
        importX.createNodeResolver({
          extensions: [".ts", ".tsx"],
          alias: { "@": [`${import.meta.dirname}/src`] },
        }),
      ],
    },
    rules: {
      ...hooks.configs.recommended.rules,
      "@typescript-eslint/no-non-null-assertion": "off",
      "import-x/no-cycle": "error",
      // a dialog that somebody opened begins at its field
      "jsx-a11y/no-autofocus": "off",
      "jsx-a11y/label-has-associated-control": ["error", { assert: "either", depth: 5 }],
      // what scrolls, and what arrow keys work in, can be reached by keys
      "jsx-a11y/no-noninteractive-tabindex": ["error", { roles: ["region", "application"] }],
    },
  },
  barred(
    ["src/features/**"],
    ["@/features/*/*", "!@/features/plan/meal"],
    "Features meet only through their index.",
  ),
  barred(
    below.map((folder) => `src/${folder}/**`),
    ["@/app/*", "@/features/*"],
    "What stands below knows nothing of the places above it.",
  ),
);
