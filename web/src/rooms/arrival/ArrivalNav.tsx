import { NavLink } from "react-router";

const PARTS = [
  ["/arrivals", "Arrivals"],
  ["/dotcards", "Dot cards"],
  ["/pours", "Pans"],
  ["/thanks", "Thanks"],
];

/** The parts of the room of arrivals. */
export function ArrivalNav() {
  return (
    <nav aria-label="Arrivals" className="flex flex-wrap gap-x-5 gap-y-1 mb-4 rule-b">
      {PARTS.map(([to, words]) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `py-1.5 -mb-px ${isActive ? "font-semibold border-b-2 border-base-content" : "quiet hover:underline"}`
          }
        >
          {words}
        </NavLink>
      ))}
    </nav>
  );
}
