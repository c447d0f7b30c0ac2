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
/** What was refused is refused again; what did not come through is asked for once more. */
const again = (tries: number, error: Error) =>
  tries < 1 && !(error instanceof Problem && error.status >= 400 && error.status < 500);
const queryClient: QueryClient = new QueryClient({
  queryCache: new QueryCache({ onError: locked }),
  mutationCache: new MutationCache({ onError: locked }),
  defaultOptions: {
    // The server is this machine or this room's: without the internet it answers all the same.
    queries: { retry: again, staleTime: 5_000, networkMode: "always" },
    mutations: { networkMode: "always" },
  },
});

createApp(App).use(createPinia()).use(VueQueryPlugin, { queryClient }).use(router).mount("#app");
