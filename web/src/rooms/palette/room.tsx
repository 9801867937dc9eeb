import { page, type Room } from "../../ui/room";

export default {
  rail: [{ to: "/palettes", name: "Palettes", at: 150 }],
  routes: [
    page("/palettes", () => import("./PalettesPage"), "PalettesPage"),
    page("/palettes/boxes", () => import("./BoxesPage"), "BoxesPage"),
    page("/palettes/:palette", () => import("./PalettePage"), "PalettePage"),
    page("/palettes/:palette/versions", () => import("./VersionsPage"), "VersionsPage"),
    page("/palettes/:palette/paintings", () => import("./PaintingsPage"), "PaintingsPage"),
    page("/palettes/:palette/dropped", () => import("./DroppedPage"), "DroppedPage"),
  ],
  keys: [
    ["←↑↓→", "move among the wells of a palette"],
    ["Enter", "choose the paint of a well"],
    ["m", "take a well’s paint up, and lay it down in another"],
    ["x", "take the paint out of a well"],
    ["l", "lock a well, or unlock it"],
  ],
} satisfies Room;
