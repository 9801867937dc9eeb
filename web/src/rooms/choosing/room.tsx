import { page, type Room } from "../../ui/room";
import { useOutbox } from "../account/useOutbox";
import { NOTED } from "./noted";

export default {
  rail: [
    {
      to: "/shortlists",
      name: "Choosing",
      at: 220,
      covers: ["/compare", "/plane", "/report", "/care", "/shop"],
    },
  ],
  keys: [["1 2 3", "mark yes, perhaps, no on a shortlist"]],
  routes: [
    page("/shortlists", () => import("./ShortlistsPage"), "ShortlistsPage"),
    page("/shortlists/:shortlist", () => import("./ShortlistPage"), "ShortlistPage"),
    page("/compare", () => import("./ComparePage"), "ComparePage"),
    page("/plane", () => import("./PlanePage"), "PlanePage"),
    page("/report", () => import("./ReportPage"), "ReportPage"),
    page("/care", () => import("./CarePage"), "CarePage"),
    page("/shop", () => import("./ShopPage"), "ShopPage"),
  ],
  tells: [() => useOutbox(NOTED)],
} satisfies Room;
