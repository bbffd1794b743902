import jsxA11y from "eslint-plugin-jsx-a11y";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.d.ts"] },
  ...tseslint.configs.strict,
  jsxA11y.flatConfigs.recommended,
  reactHooks.configs.flat["recommended-latest"],
  {
    rules: {
      "no-console": "error",
      complexity: ["error", 20],
      "max-lines": ["error", { max: 200, skipBlankLines: true }],
      "@typescript-eslint/no-non-null-assertion": "error",
    },
  },
);
