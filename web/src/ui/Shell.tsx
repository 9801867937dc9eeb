import { useQuery } from "@tanstack/react-query";
import { Menu, Search } from "lucide-react";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate, useSearchParams } from "react-router";
import { client, data } from "../api/client";
import { Dialog } from "./Dialog";
import { UndoBar } from "./UndoBar";
import { useAct } from "./useAct";
import { useKeys } from "./useKeys";

const KEYS = [
  ["/", "find"],
  ["n", "log what arrived"],
  ["↑ ↓", "move along the list"],
  ["Enter", "open the paint"],
  ["p", "go to its place on the shelf"],
  ["e", "edit the paint that is open"],
  ["Esc", "leave a field or a dialog"],
  ["?", "this list"],
];

/** Finds that the counts at the top open. */
const WAITING = [
  ["no swatch", "to paint"],
  ["drying", "drying"],
  ["not read", "to read"],
  ["not filed", "to file"],
] as const;

/** Pages that belong to the room of arrivals under addresses of their own. */
const OF_ARRIVALS = /^\/(dotcards|pours|labels|thanks)/;

/** Pages that belong to choosing. */
const OF_CHOOSING = /^\/(plane|report|care|shop)/;

export function useWaiting() {
  return useQuery({ queryKey: ["waiting"], queryFn: () => data(client.GET("/api/waiting")) });
}

export function Shell() {
  const navigate = useNavigate();
  const location = useLocation();
  const [help, setHelp] = useState(false);
  const [menu, setMenu] = useState(false);
  const find = useRef<HTMLInputElement>(null);
  const waiting = useWaiting().data;
  const keepers = useQuery({ queryKey: ["keepers"], queryFn: () => data(client.GET("/api/keepers")) }).data;
  const arrivals = useQuery({
    queryKey: ["arrivals", "count"],
    queryFn: () => data(client.GET("/api/arrivals", { params: { query: { limit: 1 } } })),
  }).data;
  const begin = useAct((_: object, headers) => data(client.POST("/api/arrivals", { headers, body: {} })), {
    onDone: (a) => navigate(`/arrivals/${a.id}`),
    undoable: false,
  });
  const charts = useQuery({ queryKey: ["charts"], queryFn: () => data(client.GET("/api/charts")) }).data;
  const makers = useQuery({ queryKey: ["makers"], queryFn: () => data(client.GET("/api/makers")) }).data;

  // biome-ignore lint/correctness/useExhaustiveDependencies: the menu closes on every move
  useEffect(() => setMenu(false), [location.pathname]);

  useKeys({
    "/": () => find.current?.focus(),
    n: () => begin.run({}),
    "?": () => setHelp(true),
  });

  const rooms = [
    ["/arrivals", "Arrivals", arrivals?.total],
    ["/bench", "Bench", charts?.charts.length],
    ["/collection", "Collection", waiting?.paints],
    ["/shelf", "Shelf", keepers?.keepers.length],
    ["/doubts", "Doubts", waiting?.doubtful],
    ["/compare", "Choosing", undefined],
    null,
    ["/pigments", "Pigments", undefined],
    ["/makers", "Makers", makers?.makers.length],
    null,
    ["/account", "Account", undefined],
  ] as const;

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
        {waiting && (
          <nav aria-label="What waits" className="hidden lg:flex gap-4 ml-auto">
            {WAITING.map(([text, words]) => (
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
          {rooms.map((room, i) =>
            room === null ? (
              // biome-ignore lint/suspicious/noArrayIndexKey: the rooms never change places
              <hr key={i} className="mx-5 my-3 border-[var(--rule)]" />
            ) : (
              <NavLink
                key={room[0]}
                to={room[0]}
                className={({ isActive }) =>
                  `flex justify-between items-center px-5 py-2 ${isActive || (room[0] === "/arrivals" && OF_ARRIVALS.test(location.pathname)) || (room[0] === "/compare" && OF_CHOOSING.test(location.pathname)) ? "bg-primary text-primary-content font-semibold" : "hover:bg-base-200"}`
                }
              >
                <span>{room[1]}</span>
                {room[2] !== undefined && <span className="code">{room[2]}</span>}
              </NavLink>
            ),
          )}
          <KeptFinds />
          <button type="button" className="px-5 py-2 quiet hidden md:block" onClick={() => setHelp(true)}>
            Keys <kbd className="code border border-[var(--field)] px-1">?</kbd>
          </button>
        </nav>
        <main id="work" className="flex-1 min-w-0">
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

/** Finds kept under a name: each is a list. */
function KeptFinds() {
  const finds = useQuery({ queryKey: ["finds"], queryFn: () => data(client.GET("/api/finds", {})) }).data
    ?.finds;
  const remove = useAct((id: number) =>
    data(client.DELETE("/api/finds/{saved_find}", { params: { path: { saved_find: id } } })),
  );
  if (!finds?.length) return null;
  return (
    <section aria-label="Kept finds" className="my-3 border-t border-[var(--rule)] pt-3">
      <ul>
        {finds.map((f) => (
          <li key={f.id} className="flex items-center group hover:bg-base-200">
            <Link
              to={`/collection?find=${encodeURIComponent(f.text)}`}
              className="flex justify-between items-center grow min-w-0 pl-5 pr-1 py-1.5"
            >
              <span className="truncate">{f.name}</span>
              <span className="code pl-1">{f.count}</span>
            </Link>
            <button
              type="button"
              className="px-1.5 py-1.5 quiet md:opacity-0 md:group-hover:opacity-100 focus-visible:opacity-100"
              aria-label={`Take the find ${f.name} away`}
              onClick={() => remove.run(f.id)}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Always there: what is typed is in the address, so back and a shared link work. A place leads straight to its paint. */
function FindField({ field }: { field: React.RefObject<HTMLInputElement | null> }) {
  const navigate = useNavigate();
  const location = useLocation();
  const [params] = useSearchParams();
  const asked = location.pathname === "/collection" ? (params.get("find") ?? "") : "";
  const [text, setText] = useState(asked);
  const typing = useRef<ReturnType<typeof setTimeout>>(undefined);
  const sent = useRef<string[]>([]);

  // What was typed on while the address caught up is not overwritten by it; back and links are followed.
  useEffect(() => {
    if (sent.current.includes(asked) && document.activeElement === field.current) return;
    sent.current = [];
    setText(asked);
  }, [asked, field]);

  function go(find: string, replace: boolean) {
    clearTimeout(typing.current);
    sent.current = [...sent.current.slice(-20), find.trim() ? find : ""];
    const next = new URLSearchParams(location.pathname === "/collection" ? params : undefined);
    if (find.trim()) next.set("find", find);
    else next.delete("find");
    navigate(`/collection?${next}`, { replace: replace && location.pathname === "/collection" });
  }

  /** The field is empty before the page changes, so that what is typed next is not taken for the last find. */
  function leave(to: string) {
    sent.current = [...sent.current, ""];
    setText("");
    navigate(to);
  }

  async function enter(find: string) {
    go(find, false);
    const answer = await client.GET("/api/places", { params: { query: { code: find } } });
    if (answer.data?.paint) leave(`/paints/${answer.data.paint}`);
    else if (answer.data?.keeper) leave(`/shelf/${answer.data.keeper}#${answer.data.place}`);
  }

  function pressed(event: KeyboardEvent<HTMLInputElement>) {
    if (event.key === "Enter" && text.trim()) enter(text.slice(0, 1000));
    if (event.key === "Escape") field.current?.blur();
  }

  return (
    <search className="relative flex-1 max-w-[560px] md:-ml-[4px]">
      <Search size={16} className="absolute left-2.5 top-1/2 -translate-y-1/2 z-10" aria-hidden="true" />
      <input
        ref={field}
        type="search"
        aria-label="Find"
        placeholder="PV19 rose · ring 2 · M-0137 · Kelpwick 15 ml"
        className="input w-full pl-8 h-9"
        value={text}
        onKeyDown={pressed}
        onChange={(e) => {
          setText(e.target.value);
          clearTimeout(typing.current);
          const find = e.target.value;
          typing.current = setTimeout(() => go(find, true), 180);
        }}
      />
      <kbd
        className="code absolute right-2.5 top-1/2 -translate-y-1/2 border border-[var(--field)] px-1.5 bg-base-100 hidden md:block"
        aria-hidden="true"
      >
        /
      </kbd>
    </search>
  );
}
