import { NavLink } from "react-router";

const TABS = [
  ["/shortlists", "Shortlists"],
  ["/compare", "Compare"],
  ["/plane", "Hue plane"],
  ["/report", "Report"],
  ["/care", "Care"],
  ["/shop", "In a shop"],
] as const;

/** The ways of choosing between paints. */
export function ChoosingNav() {
  return (
    <nav aria-label="Choosing" className="flex flex-wrap gap-x-5 gap-y-1 mb-4 rule-b pb-2 print:hidden">
      {TABS.map(([to, words]) => (
        <NavLink
          key={to}
          to={to}
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
