import { page, type Room } from "../../ui/room";
import { useOutbox } from "../account/useOutbox";
import { TICKED } from "./ticked";

export default {
  rail: [{ to: "/shopping", name: "To buy", at: 230, covers: ["/stock"] }],
  routes: [
    page("/shopping", () => import("./ShoppingPage"), "ShoppingPage"),
    page("/stock", () => import("./LeftPage"), "LeftPage"),
    page("/stock/low", () => import("./LowPage"), "LowPage"),
    page("/stock/unmade", () => import("./UnmadePage"), "UnmadePage"),
    page("/stock/unused", () => import("./UnusedPage"), "UnusedPage"),
    page("/stock/replacing/:paint", () => import("./ReplacingPage"), "ReplacingPage"),
  ],
  tells: [() => useOutbox(TICKED)],
} satisfies Room;
