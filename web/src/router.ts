import { createRouter, createWebHistory } from "vue-router";
import { places, type Role } from "@/places";

declare module "vue-router" {
  interface RouteMeta {
    name?: string;
    roles?: readonly Role[];
  }
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    ...places.map(({ path, name, roles, view }) => ({
      path,
      component: view,
      props: true,
      meta: { name, roles },
    })),
    { path: "/welcome", component: places.find((p) => p.path === "/")!.view, meta: { name: "Welcome" } },
    { path: "/:rest(.*)*", redirect: "/" },
  ],
});

router.afterEach((to) => {
  document.title = `${to.meta.name} · Enkaustos`;
});
