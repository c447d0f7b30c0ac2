import { fileURLToPath, URL } from "node:url";
import vue from "@vitejs/plugin-vue";
import { ElementPlusResolver } from "unplugin-vue-components/resolvers";
import Components from "unplugin-vue-components/vite";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [vue(), Components({ dts: "src/components.d.ts", dirs: [], resolvers: [ElementPlusResolver()] })],
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  build: { emptyOutDir: true, chunkSizeWarningLimit: 900 },
  test: { include: ["tests/**/*.test.ts"] },
  server: { proxy: { "/api": { target: "http://127.0.0.1:8470", changeOrigin: true } } },
});
