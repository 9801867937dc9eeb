import { page, type Room } from "../../ui/room";

export default {
  rail: [{ to: "/shelf", name: "Shelf", at: 140, covers: ["/backlog"] }],
  routes: [
    page("/shelf", () => import("./ShelfPage"), "ShelfPage"),
    page("/shelf/:keeper", () => import("./KeeperPage"), "KeeperPage"),
    page("/shelf/:keeper/order", () => import("./RefilingPage"), "RefilingPage"),
    page("/backlog", () => import("./BacklogPage"), "BacklogPage"),
    page("/m/:number", () => import("./NumberedPaint"), "NumberedPaint"),
  ],
  keys: [["p", "go to its place on the shelf"]],
  waits: [
    ["no swatch", "to paint"],
    ["not filed", "to file"],
  ],
} satisfies Room;
