import { page, type Room } from "../../ui/room";

export default {
  rail: [{ to: "/pigments", name: "Pigments", at: 320 }],
  routes: [
    page("/pigments", () => import("./PigmentsPage"), "PigmentsPage"),
    page("/pigments/:code", () => import("./PigmentPage"), "PigmentPage"),
  ],
} satisfies Room;
