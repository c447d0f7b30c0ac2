import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import "./styles/base.css";
import { VueQueryPlugin } from "@tanstack/vue-query";
import { createPinia } from "pinia";
import { createApp } from "vue";
import App from "./App.vue";
import { router } from "./router";

createApp(App)
  .use(createPinia())
  .use(VueQueryPlugin, {
    queryClientConfig: { defaultOptions: { queries: { retry: 1, staleTime: 5_000 } } },
  })
  .use(router)
  .mount("#app");
