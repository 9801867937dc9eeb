import { page, type Room } from "../../ui/room";

export default {
  rail: [
    { to: "/collection", name: "Collection", at: 130, covers: ["/paints", "/observe"] },
    { to: "/doubts", name: "Doubts", at: 310 },
  ],
  routes: [
    page("/collection", () => import("./CollectionPage"), "CollectionPage"),
    page("/doubts", () => import("./DoubtsPage"), "DoubtsPage"),
    page("/observe", () => import("./ObservePage"), "ObservePage"),
    page("/paints/new", () => import("./NewPaintPage"), "NewPaintPage"),
    page("/paints/:paint", () => import("./PaintPage"), "PaintPage"),
    page("/paints/:paint/edit", () => import("./EditPaintPage"), "EditPaintPage"),
  ],
  keys: [
    ["↑ ↓", "move along the list"],
    ["Enter", "open the paint"],
    ["e", "edit the paint that is open"],
  ],
} satisfies Room;
