import { page, type Room } from "../../ui/room";

export default {
  routes: [
    page("/import", () => import("./ImportPage"), "ImportPage"),
    page("/lettering", () => import("./LetteringPage"), "LetteringPage"),
    page("/parcel", () => import("./ParcelPage"), "ParcelPage"),
    page("/shared", () => import("./SharesPage"), "SharesPage"),
  ],
} satisfies Room;
