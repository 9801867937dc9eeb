import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Field, TextField } from "../../ui/Field";
import { ProblemNote } from "../../ui/ProblemNote";
import { Select } from "../../ui/Select";
import { Strip } from "../../ui/Strip";
import { useAct } from "../../ui/useAct";
import { counted } from "../../ui/words";
import type { Shortlist } from "./ShortlistPage";

type Put = Schemas["Candidates"];
type Question = Schemas["QuestionAnswered"];

const ASKED = {
  MIXED_MOST: "What do I mix most?",
  LOVED: "What do I love and never have enough of?",
  USED_MOST: "What do I use most, and how could it be better?",
} as const;

/** Three questions answered from the record, and one's own ideas. */
export function Fill({ shortlist }: { shortlist: Shortlist }) {
  const questions = useQuery({
    queryKey: ["shortlists", shortlist.id, "questions"],
    queryFn: () =>
      data(
        client.GET("/api/shortlists/{shortlist}/questions", {
          params: { path: { shortlist: shortlist.id } },
        }),
      ),
  });
  const [times, setTimes] = useState(0);
  const put = useAct(
    (body: Put, headers) =>
      data(
        client.POST("/api/shortlists/{shortlist}/candidates", {
          headers,
          params: { path: { shortlist: shortlist.id } },
          body,
        }),
      ),
    { onDone: () => setTimes((n) => n + 1) },
  );
  return (
    <div className="grid gap-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <ProblemNote problem={questions.error as Problem | null} />
        {questions.data && (
          <p className="quiet mb-3">
            From {counted(questions.data.mixtures, "painted mixture")} and{" "}
            {counted(questions.data.paintings, "noted painting")}.
          </p>
        )}
        {questions.data?.answers.map((a) => (
          <Answered key={a.question} answer={a} onPut={put.run} running={put.running} />
        ))}
      </div>
      <Ideas key={times} problem={put.problem} said={put.result?.put} running={put.running} onPut={put.run} />
    </div>
  );
}

function Answered({
  answer,
  onPut,
  running,
}: {
  answer: Question;
  onPut: (put: Put) => void;
  running: boolean;
}) {
  const open = answer.suggestions.filter((s) => !s.onList);
  const asked = ASKED[answer.question];
  return (
    <section className="mb-7" aria-label={asked}>
      <h2 className="font-book text-xl mb-1">{asked}</h2>
      <ul>
        {answer.suggestions.map((s) => (
          <li key={s.paint?.id ?? `c${s.colour}`} className="rule-t py-2 flex gap-3 items-start">
            <Strip
              strip={s.paint?.strip}
              seed={s.paint?.id ?? 0}
              label={s.name}
              className="w-28 h-9 shrink-0"
            />
            <div className="grow min-w-0">
              {s.paint ? (
                <Link to={`/paints/${s.paint.id}`} className="paint-name hover:underline">
                  {s.name}
                </Link>
              ) : (
                <span className="paint-name">{s.name}</span>
              )}
              <p className="text-sm">{s.because}</p>
            </div>
            {s.onList ? (
              <span className="quiet shrink-0">on the list</span>
            ) : (
              <button
                type="button"
                className="btn btn-sm btn-outline shrink-0"
                disabled={running}
                aria-label={`Put on: ${s.name}`}
                onClick={() =>
                  onPut({
                    paints: s.paint ? [s.paint.id] : undefined,
                    colours: s.colour ? [s.colour] : undefined,
                    question: answer.question,
                    reason: s.because,
                  })
                }
              >
                Put on
              </button>
            )}
          </li>
        ))}
      </ul>
      {answer.silence && <p className="quiet text-sm mt-1">{answer.silence}</p>}
      {open.length > 1 && (
        <button
          type="button"
          className="underline mt-1"
          disabled={running}
          onClick={() => onPut({ question: answer.question })}
        >
          Put all {open.length} on the list
        </button>
      )}
    </section>
  );
}

const WAYS = [
  ["text", "a list, one paint a line"],
  ["find", "all that a find finds"],
] as const;

function Ideas({
  problem,
  said,
  running,
  onPut,
}: {
  problem: Problem | null;
  said?: Schemas["Put"];
  running: boolean;
  onPut: (put: Put) => void;
}) {
  const [way, setWay] = useState<(typeof WAYS)[number][0]>("text");
  const [text, setText] = useState("");
  const [find, setFind] = useState("");
  const [reason, setReason] = useState("");
  return (
    <form
      className="space-y-3"
      onSubmit={(e) => {
        e.preventDefault();
        onPut(way === "text" ? { text, reason } : { find, reason });
      }}
    >
      <h2 className="font-book text-xl">Your own ideas</h2>
      <Field label="From">{(id) => <Select id={id} options={WAYS} value={way} onChange={setWay} />}</Field>
      {way === "text" ? (
        <Field
          label="Paints"
          hint="A painter's palette, as it is written: each is looked for by its recipe, then by its name, in your collection and your makers' charts. What is nowhere is wished for."
        >
          {(id) => (
            <textarea
              id={id}
              className="textarea w-full"
              rows={5}
              value={text}
              placeholder={"Kelpwick Dusk Heather PV19\nTern Grey PB29 + PBr7"}
              onChange={(e) => setText(e.target.value)}
            />
          )}
        </Field>
      ) : (
        <TextField
          label="Find"
          hint="dots on the spring card · violets, lightfast · loved, not owned"
          value={find}
          onChange={setFind}
        />
      )}
      <TextField label="Why, and where from" value={reason} onChange={setReason} />
      <ProblemNote problem={problem} />
      {said && (
        <div role="status" className="rule-box p-3">
          <p>
            {counted(said.added, "paint")} put on the list
            {said.there > 0 && `; ${said.there} stood there already`}.
          </p>
          <ul className="text-sm">
            {said.said.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </div>
      )}
      <button
        type="submit"
        className="btn btn-primary"
        disabled={running || !(way === "text" ? text.trim() : find.trim())}
      >
        Put on the list
      </button>
    </form>
  );
}
