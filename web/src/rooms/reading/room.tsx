import { page, type Room } from "../../ui/room";

export default {
  routes: [
    page("/readings", () => import("./ReadingsPage"), "ReadingsPage"),
    page("/readings/:reading", () => import("./ReadingPage"), "ReadingPage"),
    page("/meter", () => import("./MeterPage"), "MeterPage"),
    page("/pictures/:picture/measure/:paint", () => import("./MeasurePage"), "MeasurePage"),
  ],
  waits: [
    ["drying", "drying"],
    ["not read", "to read"],
  ],
} satisfies Room;
