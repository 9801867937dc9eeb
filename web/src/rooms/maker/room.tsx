import { page, type Room } from "../../ui/room";

export default {
  rail: [{ to: "/makers", name: "Makers", at: 330, covers: ["/lines"] }],
  routes: [
    page("/makers", () => import("./MakersPage"), "MakersPage"),
    page("/makers/:maker", () => import("./MakerPage"), "MakerPage"),
    page("/lines/:line/chart", () => import("./ChartImportPage"), "ChartImportPage"),
    page("/lines/:line", () => import("./LinePage"), "LinePage"),
  ],
} satisfies Room;
