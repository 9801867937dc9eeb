import { NavLink } from "react-router";

const TABS = [
  ["/mixing", "Foresee"],
  ["/mixing/match", "Mix or buy"],
  ["/mixing/greys", "Greys"],
  ["/mixing/painted", "Kept and painted"],
] as const;

/** The ways of asking what paints make. */
export function MixingNav() {
  return (
    <nav aria-label="Mixing" className="flex flex-wrap gap-x-5 gap-y-1 mb-4 rule-b pb-2 print:hidden">
      {TABS.map(([to, words]) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            isActive ? "font-semibold underline underline-offset-8" : "hover:underline"
          }
        >
          {words}
        </NavLink>
      ))}
    </nav>
  );
}
