import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import "@/styles/base.css";
import { MutationCache, QueryCache, QueryClient, VueQueryPlugin } from "@tanstack/vue-query";
import { createPinia } from "pinia";
import { createApp } from "vue";
import { Problem } from "@/api/client";
import App from "@/App.vue";
import { router } from "@/router";
import { queries } from "@/lib/queries";

/** A session that ended meanwhile shows the door again, instead of a refusal on every screen. */
function locked(error: Error) {
  if (error instanceof Problem && error.status === 401)
    void queryClient.invalidateQueries({ queryKey: queries.session().queryKey });
}
const queryClient: QueryClient = new QueryClient({
  queryCache: new QueryCache({ onError: locked }),
  mutationCache: new MutationCache({ onError: locked }),
  defaultOptions: { queries: { retry: 1, staleTime: 5_000 } },
});

createApp(App).use(createPinia()).use(VueQueryPlugin, { queryClient }).use(router).mount("#app");
