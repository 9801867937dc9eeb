import type { Choice } from "../../ui/Select";

/** Where a sheet hangs. */
export const PLACES = [
  ["WINDOW", "in a window"],
  ["WALL", "on a wall, in the light of the room"],
  ["LAMPS", "under lamps"],
  ["GREENHOUSE", "in a greenhouse"],
  ["OUTDOORS", "in the open"],
  ["DARK", "in the dark"],
] as const satisfies readonly Choice[];

export type Place = (typeof PLACES)[number][0];

export const DIRECTIONS = [
  ["", "not known"],
  ["NORTH", "north"],
  ["NORTH_EAST", "north-east"],
  ["EAST", "east"],
  ["SOUTH_EAST", "south-east"],
  ["SOUTH", "south"],
  ["SOUTH_WEST", "south-west"],
  ["WEST", "west"],
  ["NORTH_WEST", "north-west"],
] as const satisfies readonly Choice[];

export type Direction = (typeof DIRECTIONS)[number][0];

/** What happens to sheets that hang. */
export const ACCIDENTS = [
  ["FLAP_SLIPPED", "the flap slipped"],
  ["DAMP", "it got damp"],
  ["DIRTIED", "it got dirty"],
  ["FADED_BEFORE", "it had faded before"],
] as const satisfies readonly Choice[];
