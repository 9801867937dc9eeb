import { Search } from "lucide-react";
import { type KeyboardEvent, type RefObject, useEffect, useRef, useState } from "react";
import { useLocation, useNavigate, useSearchParams } from "react-router";
import { client } from "../../api/client";

/** Always there: what is typed is in the address, so back and a shared link work. A place leads straight to its paint. */
export function FindField({ field }: { field: RefObject<HTMLInputElement | null> }) {
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
