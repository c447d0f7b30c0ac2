import prettier from "@vue/eslint-config-prettier/skip-formatting";
import { defineConfigWithVueTs, vueTsConfigs } from "@vue/eslint-config-typescript";
import vue from "eslint-plugin-vue";

export default defineConfigWithVueTs(
  { ignores: ["dist/**", "src/api/schema.d.ts", "src/components.d.ts"] },
  vue.configs["flat/recommended"],
  vueTsConfigs.recommended,
  prettier,
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
