import { createRouter, createWebHistory } from "vue-router"
import { useSession } from "@/device/useSession"

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", redirect: "/rolls" },
    { path: "/sign-in", name: "sign-in", component: () => import("@/account/SignIn.vue") },
    { path: "/rolls", name: "rolls", component: () => import("@/rolls/RollsPlace.vue") },
    { path: "/sources", name: "sources", component: () => import("@/sources/SourcesPlace.vue") },
    { path: "/sources/:source", name: "prep", component: () => import("@/prep/PrepPlace.vue"), props: true },
    { path: "/sheets", name: "sheets", component: () => import("@/sheets/list/SheetsPlace.vue") },
    {
      path: "/sheets/:sheet",
      name: "sheet",
      component: () => import("@/sheets/SheetPlace.vue"),
      props: true,
    },
    { path: "/shelf", name: "shelf", component: () => import("@/shelf/ShelfPlace.vue") },
    { path: "/shelf/:lot", name: "lot", component: () => import("@/shelf/LotPlace.vue"), props: true },
    { path: "/pen-fitting", name: "pen-fitting", component: () => import("@/fitting/PenFitting.vue") },
    {
      path: "/shipped/:roll",
      name: "shipped",
      component: () => import("@/rolls/ShippedPlace.vue"),
      props: true,
    },
    { path: "/guide", name: "guide", component: () => import("@/guide/GuideList.vue") },
    {
      path: "/guide/:page",
      name: "guide-page",
      component: () => import("@/guide/GuidePage.vue"),
      props: true,
    },
    { path: "/first", name: "first", component: () => import("@/rolls/FirstBrush.vue") },
    { path: "/bench/:brush", name: "bench", component: () => import("@/bench/BenchPlace.vue"), props: true },
    { path: "/:rest(.*)*", redirect: "/rolls" },
  ],
})

router.beforeEach(async (to) => {
  const session = useSession()
  await session.look()
  if (!session.account && to.name !== "sign-in") return { name: "sign-in", query: { to: to.fullPath } }
  if (session.account && to.name === "sign-in") return { name: "rolls" }
  return true
})
