import { NavLink } from "react-router";

const TABS = [
  ["/shopping", "To buy"],
  ["/stock", "What is left"],
  ["/stock/low", "Runs low"],
  ["/stock/unmade", "No longer made"],
  ["/stock/unused", "Never used"],
] as const;

/** What there is of each paint, and what to buy. */
export function StockNav() {
  return (
    <nav aria-label="Stock" className="flex flex-wrap gap-x-5 gap-y-1 mb-4 rule-b pb-2 print:hidden">
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
