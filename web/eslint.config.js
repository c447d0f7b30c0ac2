import prettier from "@vue/eslint-config-prettier/skip-formatting";
import { defineConfigWithVueTs, vueTsConfigs } from "@vue/eslint-config-typescript";
import vue from "eslint-plugin-vue";

export default defineConfigWithVueTs(
  { ignores: ["dist/**", "src/api/schema.d.ts", "src/components.d.ts"] },
  vue.configs["flat/recommended"],
  vueTsConfigs.recommended,
  prettier,
);
