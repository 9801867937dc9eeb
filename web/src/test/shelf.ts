/** A paint as lists show it. */
export const paint = (id: number, name: string) => ({
  id,
  accession: `M-000${id}`,
  name,
  maker: "Kelpwick",
  recipe: ["PB29"],
  standing: "OWNED",
  strip: null,
  voices: [],
  painted: true,
  lost: false,
  version: 1,
});

export const RING = {
  id: 3,
  code: "R1",
  kind: "RING",
  number: 1,
  name: "Everyone",
  pages: 0,
  cells: 60,
  capacity: 60,
  filled: 2,
  school: "",
  schoolInWords: "",
  pocketWidth: 0,
  pocketHeight: 0,
  walkAt: null as string | null,
  version: 1,
};

/** Two cards of it. @param seen which of them a walk has passed */
export const places = (seen: boolean[]) =>
  seen.map((s, i) => ({
    place: `R1·${i + 1}`,
    page: 0,
    cell: i + 1,
    swatch: i + 1,
    paint: paint(i + 1, i === 0 ? "Tern Grey" : "Gull White"),
    seen: s,
  }));
