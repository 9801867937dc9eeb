import { page, type Room } from "../../ui/room";

export default {
  rail: [{ to: "/mixing", name: "Mixing", at: 210 }],
  routes: [
    page("/mixing", () => import("./ForeseePage"), "ForeseePage"),
    page("/mixing/match", () => import("./MatchPage"), "MatchPage"),
    page("/mixing/greys", () => import("./GreysPage"), "GreysPage"),
    page("/mixing/painted", () => import("./PaintedPage"), "PaintedPage"),
    page("/mixing/grid", () => import("./OldGridPage"), "OldGridPage"),
    page("/mixing/card", () => import("./LikedCardPage"), "LikedCardPage"),
  ],
} satisfies Room;
