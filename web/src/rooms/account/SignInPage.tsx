import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { client, data, type Problem, type Schemas } from "../../api/client";
import { Field } from "../../ui/Field";
import { ProblemNote } from "../../ui/ProblemNote";
import { Strength } from "./Strength";
import { WRONGLY_TRIED } from "./WronglyTried";

const DEMO = { email: "demo@molvet.example", password: "molvet-demo" };

export function SignInPage({ session }: { session: Schemas["SessionState"] }) {
  const queries = useQueryClient();
  const [making, setMaking] = useState(session.firstRun);
  const [email, setEmail] = useState("");
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [invitation, setInvitation] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);

  async function enter(call: () => Promise<Schemas["SessionState"]>) {
    setBusy(true);
    setProblem(null);
    try {
      const entered = await call();
      queries.removeQueries({ predicate: (q) => q.queryKey[0] !== "session" });
      queries.setQueryData(["session"], entered);
      queries.setQueryData(WRONGLY_TRIED, entered.wrongPasswords ?? null);
      // What is carried where there is no network is the last answer to this very question.
      queries.invalidateQueries({ queryKey: ["session"] });
    } catch (e) {
      setProblem(e as Problem);
      setBusy(false);
    }
  }

  function submit(event: FormEvent) {
    event.preventDefault();
    enter(() =>
      making
        ? data(client.POST("/api/collectors", { body: { email, name, password, invitation } }))
        : data(client.POST("/api/session", { body: { email, password } })),
    );
  }

  return (
    <main className="min-h-screen grid place-items-center p-4">
      <div className="w-full max-w-sm">
        <h1 className="font-book text-4xl font-semibold">Molvet</h1>
        <p className="mt-2 mb-6">
          A catalogue of watercolours, tied to the paper that shows them.
          {making &&
            (session.firstRun
              ? " Make your account: it holds your collection on this machine and nowhere else."
              : " Make your account: it holds your collection, which no other collector can read.")}
        </p>
        {session.demo && (
          <div className="mb-6 pb-6 rule-b">
            <button
              type="button"
              className="btn btn-primary w-full"
              disabled={busy}
              onClick={() => enter(() => data(client.POST("/api/session", { body: DEMO })))}
            >
              Open the demo collection
            </button>
            <p className="quiet text-sm mt-2">
              A field illustrator’s paints, on an island that does not exist.
            </p>
          </div>
        )}
        <form onSubmit={submit} className="space-y-4">
          {making && (
            <Field label="Your name">
              {(id) => (
                <input
                  id={id}
                  className="input w-full"
                  autoComplete="name"
                  value={name}
                  onChange={(e) => setName(e.target.value)}
                />
              )}
            </Field>
          )}
          <Field label="E-mail">
            {(id) => (
              <input
                id={id}
                type="email"
                required
                className="input w-full"
                autoComplete="username"
                value={email}
                onChange={(e) => setEmail(e.target.value)}
              />
            )}
          </Field>
          <Field
            label="Password"
            hint={making ? "At least 8 characters. Three or four words are good." : undefined}
          >
            {(id) => (
              <input
                id={id}
                type="password"
                required
                className="input w-full"
                autoComplete={making ? "new-password" : "current-password"}
                value={password}
                onChange={(e) => setPassword(e.target.value)}
              />
            )}
          </Field>
          {making && <Strength password={password} known={[name, email]} />}
          {making && session.byInvitation && (
            <Field label="Invitation word" hint="From whoever runs this Molvet.">
              {(id) => (
                <input
                  id={id}
                  required
                  className="input w-full"
                  autoComplete="off"
                  value={invitation}
                  onChange={(e) => setInvitation(e.target.value)}
                />
              )}
            </Field>
          )}
          <ProblemNote problem={problem} />
          <button
            type="submit"
            className={`btn w-full ${session.demo ? "btn-outline" : "btn-primary"}`}
            disabled={busy}
          >
            {making ? "Make my account" : "Sign in"}
          </button>
        </form>
        {session.mayMakeAccount && (
          <button type="button" className="underline mt-4" onClick={() => setMaking(!making)}>
            {making ? "I have an account" : "Make an account"}
          </button>
        )}
      </div>
    </main>
  );
}
