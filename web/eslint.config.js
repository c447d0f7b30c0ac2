import prettier from "@vue/eslint-config-prettier/skip-formatting";
import { defineConfigWithVueTs, vueTsConfigs } from "@vue/eslint-config-typescript";
import vue from "eslint-plugin-vue";

export default defineConfigWithVueTs(
  { ignores: ["dist/**", "src/api/schema.d.ts", "src/components.d.ts"] },
  vue.configs["flat/recommended"],
  vueTsConfigs.recommended,
  prettier,
  {
    files: ["src/**/*.{ts,vue}"],
    ignores: ["src/lib/useAsk.ts"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          name: "@tanstack/vue-query",
          importNames: ["useQuery", "useQueries", "useInfiniteQuery"],
          message: "Ask by useAsk: what failed is not taken for an empty school.",
        },
      ],
    },
  },
  {
    files: ["src/**/*.vue"],
    ignores: ["src/ui/PlaceLink.vue"],
    rules: {
      "vue/no-restricted-html-elements": [
        "error",
        { element: "RouterLink", message: "Link by PlaceLink: it leads nobody to what is not theirs." },
      ],
    },
  },
);
