import { page, type Room } from "../../ui/room";

export default {
  rail: [
    { to: "/arrivals", name: "Arrivals", at: 110, covers: ["/dotcards", "/pours", "/labels", "/thanks"] },
  ],
  routes: [
    page("/arrivals", () => import("./ArrivalsPage"), "ArrivalsPage"),
    page("/arrivals/:arrival", () => import("./ArrivalPage"), "ArrivalPage"),
    page("/dotcards", () => import("./DotCardsPage"), "DotCardsPage"),
    page("/dotcards/:dotcard", () => import("./DotCardPage"), "DotCardPage"),
    page("/pours", () => import("./PoursPage"), "PoursPage"),
    page("/labels", () => import("./LabelsPage"), "LabelsPage"),
    page("/thanks", () => import("./ThanksPage"), "ThanksPage"),
  ],
  keys: [["n", "log what arrived"]],
} satisfies Room;
