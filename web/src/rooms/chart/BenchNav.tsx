import { NavLink } from "react-router";

const PAGES = [
  ["/bench", "Charts"],
  ["/bench/new", "Plan a chart"],
  ["/readings", "Read the paper"],
  ["/meter", "Colour meter"],
  ["/bench/cutting", "Cut a sheet"],
  ["/bench/paper", "Paper"],
] as const;

/** The pages of the bench. */
export function BenchNav() {
  return (
    <nav aria-label="Bench" className="flex flex-wrap gap-x-5 gap-y-1 rule-b mb-4 text-[0.95rem]">
      {PAGES.map(([to, words]) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `py-1.5 -mb-px ${isActive ? "border-b-2 border-base-content font-semibold" : "hover:underline"}`
          }
        >
          {words}
        </NavLink>
      ))}
    </nav>
  );
}
