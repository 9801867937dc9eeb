import { page, type Room } from "../../ui/room";

export default {
  rail: [{ to: "/exposures", name: "Fading", at: 240 }],
  routes: [
    page("/exposures", () => import("./ExposuresPage"), "ExposuresPage"),
    page("/exposures/new", () => import("./NewExposurePage"), "NewExposurePage"),
    page("/exposures/hung", () => import("./NewHungPage"), "NewHungPage"),
    page("/exposures/:exposure", () => import("./ExposurePage"), "ExposurePage"),
  ],
} satisfies Room;
