import type { Entry, Room } from "../ui/room";

const FOUND = import.meta.glob<Room>("../rooms/*/room.tsx", { eager: true, import: "default" });

/** All rooms there are. */
export const ROOMS = Object.values(FOUND);

/** The rail in the order people work in, parted where a hundred begins. */
export const RAIL = ROOMS.flatMap((r) => r.rail ?? [])
  .sort((a, b) => a.at - b.at)
  .reduce<Entry[][]>((parts, entry) => {
    const last = parts.at(-1);
    if (last && Math.floor(last[0].at / 100) === Math.floor(entry.at / 100)) last.push(entry);
    else parts.push([entry]);
    return parts;
  }, []);
