import { page, type Room } from "../../ui/room";

export default {
  rail: [{ to: "/account", name: "Account", at: 410 }],
  routes: [page("/account", () => import("./AccountPage"), "AccountPage")],
} satisfies Room;
