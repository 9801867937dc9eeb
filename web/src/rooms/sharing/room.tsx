import { page, type Room } from "../../ui/room";

export default {
  routes: [
    page("/import", () => import("./ImportPage"), "ImportPage"),
    page("/shared", () => import("./SharesPage"), "SharesPage"),
  ],
} satisfies Room;
