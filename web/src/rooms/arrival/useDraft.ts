import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { client, data, Problem, type Schemas, type Word } from "../../api/client";

export type Draft = {
  kind: Word<"NewArrival", "kind">;
  title: string;
  cameOn: string;
  from: string;
  maker: string;
  currency: string;
  text: string;
  note: string;
  sheet: Schemas["ArrivalSheet"];
  givers: {
    id?: number;
    name: string;
    naming: Word<"NewGiver", "naming">;
    thanksOwed: boolean;
    called: string;
  }[];
};

export function draftOf(a: Schemas["ArrivalPage"]): Draft {
  return {
    kind: a.kind,
    title: a.title,
    cameOn: a.cameOn ?? "",
    from: a.from,
    maker: a.maker,
    currency: a.currency,
    text: a.text,
    note: a.note,
    sheet: a.sheet,
    givers: a.givers.map((g) => ({
      id: g.id,
      name: g.name,
      naming: g.naming,
      thanksOwed: g.thanksOwed,
      called: g.called,
    })),
  };
}

const REST = 450;

/**
 * A draft that saves itself as it is typed. What is not saved yet is kept in this browser too, so that neither a reload
 * nor a server that is away loses a word.
 */
export function useDraft(page: Schemas["ArrivalPage"]) {
  const queries = useQueryClient();
  const kept = `molvet:arrival-${page.id}`;
  const [draft, setDraft] = useState<Draft>(() => {
    const unsaved = localStorage.getItem(kept);
    return unsaved ? { ...draftOf(page), ...JSON.parse(unsaved) } : draftOf(page);
  });
  const [problem, setProblem] = useState<Problem | null>(null);
  const [saved, setSaved] = useState(true);
  const version = useRef(page.version);
  const latest = useRef(draft);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const busy = useRef(false);
  const dirty = useRef(localStorage.getItem(kept) !== null);

  const save = useCallback(async (): Promise<boolean> => {
    clearTimeout(timer.current);
    if (busy.current) {
      timer.current = setTimeout(save, REST);
      return false;
    }
    if (!dirty.current) return true;
    busy.current = true;
    dirty.current = false;
    const sent = latest.current;
    try {
      const answer = await data(
        client.PUT("/api/arrivals/{arrival}", {
          params: { path: { arrival: page.id } },
          body: {
            ...sent,
            // How a giver is called is the server’s to say.
            givers: sent.givers.map(({ called: _, ...g }) => g),
            version: version.current,
          },
        }),
      );
      version.current = answer.version;
      queries.setQueryData(["arrival", page.id], answer);
      if (!dirty.current) {
        localStorage.removeItem(kept);
        setSaved(true);
        // Givers get their number, and names that are not to be told leave the page.
        const now = draftOf(answer);
        const names = JSON.stringify(now.givers.map((g) => [g.id, g.naming, g.called]));
        const were = JSON.stringify(sent.givers.map((g) => [g.id, g.naming, g.called]));
        if (names !== were || now.text !== sent.text || now.title !== sent.title) {
          latest.current = {
            ...latest.current,
            givers: now.givers,
            text: now.text,
            title: now.title,
            from: now.from,
          };
          setDraft(latest.current);
        }
      }
      setProblem(null);
      return true;
    } catch (e) {
      const p = e instanceof Problem ? e : null;
      dirty.current = true;
      setProblem(p);
      if (p?.away) timer.current = setTimeout(save, 2500);
      return false;
    } finally {
      busy.current = false;
    }
  }, [page.id, kept, queries]);

  const change = useCallback(
    (next: Partial<Draft>) => {
      latest.current = { ...latest.current, ...next };
      dirty.current = true;
      setDraft(latest.current);
      setSaved(false);
      localStorage.setItem(kept, JSON.stringify(latest.current));
      clearTimeout(timer.current);
      timer.current = setTimeout(save, REST);
    },
    [save, kept],
  );

  useEffect(() => {
    if (dirty.current) save();
    return () => clearTimeout(timer.current);
  }, [save]);

  /** After a draft was changed in another window: whose words stay. */
  function settle(mine: boolean) {
    const theirs = problem?.document.current as Schemas["ArrivalPage"];
    version.current = theirs.version;
    setProblem(null);
    if (mine) {
      dirty.current = true;
      save();
    } else {
      latest.current = draftOf(theirs);
      dirty.current = false;
      localStorage.removeItem(kept);
      setDraft(latest.current);
      setSaved(true);
      queries.setQueryData(["arrival", page.id], theirs);
    }
  }

  return { draft, change, save, saved, problem, settle };
}
