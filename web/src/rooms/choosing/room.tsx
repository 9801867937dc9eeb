import { page, type Room } from "../../ui/room";

export default {
  rail: [{ to: "/compare", name: "Choosing", at: 220, covers: ["/plane", "/report", "/care", "/shop"] }],
  routes: [
    page("/compare", () => import("./ComparePage"), "ComparePage"),
    page("/plane", () => import("./PlanePage"), "PlanePage"),
    page("/report", () => import("./ReportPage"), "ReportPage"),
    page("/care", () => import("./CarePage"), "CarePage"),
    page("/shop", () => import("./ShopPage"), "ShopPage"),
  ],
} satisfies Room;
