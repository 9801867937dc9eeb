import { page, type Room } from "../../ui/room";
import { useOutbox } from "../account/useOutbox";
import { PAINTED } from "./painted";

export default {
  rail: [{ to: "/bench", name: "Bench", at: 120, covers: ["/c", "/readings", "/meter"] }],
  routes: [
    page("/bench", () => import("./BenchPage"), "BenchPage"),
    page("/bench/new", () => import("./PlanPage"), "PlanPage"),
    page("/bench/cutting", () => import("./CuttingPage"), "CuttingPage"),
    page("/bench/paper", () => import("./PaperPage"), "PaperPage"),
    page("/bench/:chart", () => import("./ChartPage"), "ChartPage"),
    page("/bench/:chart/paint", () => import("./PaintingPage"), "PaintingPage"),
    page("/c/:chart/:page", () => import("./BenchPage"), "PrintedPage"),
  ],
  tells: [() => useOutbox(PAINTED)],
} satisfies Room;
