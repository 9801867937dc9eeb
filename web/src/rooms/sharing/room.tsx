import { page, type Room } from "../../ui/room";

export default {
  routes: [page("/import", () => import("./ImportPage"), "ImportPage")],
} satisfies Room;
