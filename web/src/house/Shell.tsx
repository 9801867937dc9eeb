import { Menu } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { Link, Outlet, useLocation, useNavigate } from "react-router";
import { client, data } from "../api/client";
import { CodeCamera } from "../rooms/find/CodeCamera";
import { FindField } from "../rooms/find/FindField";
import { KeptFinds } from "../rooms/find/KeptFinds";
import { Dialog } from "../ui/Dialog";
import { AwayNote } from "../ui/NetworkNotes";
import { ProblemNote } from "../ui/ProblemNote";
import type { Entry, Tells } from "../ui/room";
import { UndoBar } from "../ui/UndoBar";
import { useAct } from "../ui/useAct";
import { useKeys } from "../ui/useKeys";
import { useWaiting } from "../ui/useWaiting";
import { RAIL, ROOMS } from "./rooms";

/** Keys that work everywhere, and those of the rooms. */
const KEYS = [
  ["/", "find"],
  ...ROOMS.flatMap((r) => r.keys ?? []),
  ["Esc", "leave a field or a dialog"],
  ["?", "this list"],
];

/** Pages that work without a network, and say themselves what they show then. */
const OWN_WORDS = /^\/shop|^\/bench\/\d+\/paint/;

/** Finds that the counts at the top open. */
const WAITS = ROOMS.flatMap((r) => r.waits ?? []);

/** What tells the server what was done without a network. */
const TELLS = ROOMS.flatMap((r) => r.tells ?? []);

/** The frame of every page: the find field, what waits, and the rail that the rooms put their entries on. */
export function Shell() {
  const navigate = useNavigate();
  const location = useLocation();
  const [help, setHelp] = useState(false);
  const [menu, setMenu] = useState(false);
  const find = useRef<HTMLInputElement>(null);
  const waiting = useWaiting().data;
  const begin = useAct((_: object, headers) => data(client.POST("/api/arrivals", { headers, body: {} })), {
    onDone: (a) => navigate(`/arrivals/${a.id}`),
    undoable: false,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: the menu closes on every move
  useEffect(() => setMenu(false), [location.pathname]);

  useKeys({
    "/": () => find.current?.focus(),
    n: () => begin.run({}),
    "?": () => setHelp(true),
  });

  return (
    <div className="min-h-screen">
      <a
        href="#work"
        className="sr-only focus:not-sr-only focus:fixed focus:top-2 focus:left-2 focus:z-50 focus:bg-base-100 focus:p-2"
      >
        Skip to the work
      </a>
      <header className="print:hidden h-[54px] bg-base-100 rule-b flex items-center gap-3 md:gap-5 px-3 md:pl-5 sticky top-0 z-30">
        <button
          type="button"
          className="md:hidden p-2 -ml-1"
          aria-label="Rooms"
          aria-expanded={menu}
          onClick={() => setMenu(!menu)}
        >
          <Menu size={20} />
        </button>
        <Link to="/collection" className="font-book text-2xl font-semibold md:w-[135px] hidden sm:block">
          Molvet
        </Link>
        <FindField field={find} />
        <CodeCamera />
        {waiting && (
          <nav aria-label="What waits" className="hidden lg:flex gap-4 ml-auto">
            {WAITS.map(([text, words]) => (
              <Link
                key={text}
                to={`/collection?find=${encodeURIComponent(text)}`}
                className="hover:underline"
              >
                <span className="code text-[0.85em] font-bold">
                  {waiting.counts.find((c) => c.find === text)?.count}
                </span>{" "}
                {words}
              </Link>
            ))}
          </nav>
        )}
      </header>
      <div className="md:flex">
        <nav
          aria-label="Rooms"
          className={`${menu ? "block" : "hidden"} md:block print:hidden bg-base-300 md:w-[156px] shrink-0 md:min-h-[calc(100vh-54px)] md:sticky md:top-[54px] md:self-start border-r border-[var(--rule)] py-3`}
        >
          {RAIL.map((part, i) => (
            <ul key={part[0].to} className={i > 0 ? "mt-3 pt-3 border-t border-[var(--rule)]" : ""}>
              {part.map((entry) => (
                <RailEntry key={entry.to} entry={entry} count={waiting?.rooms[entry.to]} />
              ))}
            </ul>
          ))}
          <KeptFinds />
          <button type="button" className="px-5 py-2 quiet hidden md:block" onClick={() => setHelp(true)}>
            Keys <kbd className="code border border-[var(--field)] px-1">?</kbd>
          </button>
        </nav>
        <main id="work" className="flex-1 min-w-0">
          {!OWN_WORDS.test(location.pathname) && <AwayNote />}
          {begin.problem && (
            <div className="px-5">
              <ProblemNote problem={begin.problem} />
            </div>
          )}
          {TELLS.map((tell) => (
            <Refused
              key={String(TELLS.indexOf(tell))}
              tell={tell}
              shown={!OWN_WORDS.test(location.pathname)}
            />
          ))}
          <Outlet />
        </main>
      </div>
      <UndoBar />
      <Dialog open={help} title="Keys" onClose={() => setHelp(false)}>
        <dl className="grid grid-cols-[5rem_1fr] gap-y-2">
          {KEYS.map(([key, does]) => (
            <div key={key} className="contents">
              <dt>
                <kbd className="code border border-[var(--field)] px-2 py-0.5">{key}</kbd>
              </dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
        <button type="button" className="btn btn-outline mt-5" onClick={() => setHelp(false)}>
          Close
        </button>
      </Dialog>
    </div>
  );
}

function RailEntry({ entry, count }: { entry: Entry; count?: number }) {
  const { pathname } = useLocation();
  const here = [entry.to, ...(entry.covers ?? [])].some(
    (begin) => pathname === begin || pathname.startsWith(`${begin}/`),
  );
  return (
    <li>
      <Link
        to={entry.to}
        aria-current={here ? "page" : undefined}
        className={`flex justify-between items-center px-5 py-2 ${here ? "bg-primary text-primary-content font-semibold" : "hover:bg-base-200"}`}
      >
        <span>{entry.name}</span>
        {count !== undefined && <span className="code">{count}</span>}
      </Link>
    </li>
  );
}

/** What the server would not have of what was done without a network; the pages it was done on say it themselves. */
function Refused({ tell, shown }: { tell: Tells; shown: boolean }) {
  const { refused, seen } = tell();
  return (
    shown &&
    refused && (
      <div className="px-5">
        <ProblemNote problem={refused.problem} />
        <button type="button" className="underline" onClick={seen}>
          Seen
        </button>
      </div>
    )
  );
}
