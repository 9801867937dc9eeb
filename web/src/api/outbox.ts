import { Problem } from "./client";

/** Something done here, when, and the key under which the server is told of it. */
export type Kept<Done> = Done & { key: string; at?: string };

export type Waiting<Done> = {
  /** Not told yet, in the order it was done. */
  waiting: Kept<Done>[];
  /** Told, while the pages that hold it are asked for anew. */
  settling: Kept<Done>[];
  /** What the server said to it, where it says anything. */
  said: string[];
  /** What the server would not have, last. */
  refused: { done: Done; problem: Problem } | null;
  /** Whether this browser keeps what waits; where it has no room, it waits in this window only. */
  keeps: boolean;
};

const NOTHING = { waiting: [], settling: [], said: [], refused: null, keeps: true };

/** Where a browser keeps what waits. */
export type Store<Done> = {
  load: (email: string) => Promise<Kept<Done>[]>;
  /** @throws where there is no room for it */
  save: (email: string, waiting: Kept<Done>[]) => Promise<void>;
};

/** Under a name of its own, and as anybody who has the browser may read it. */
export function openly<Done>(name: string): Store<Done> {
  const stored = (email: string) => `molvet-${name}-${email}`;
  return {
    load: async (email) => {
      const kept = JSON.parse(localStorage.getItem(stored(email)) ?? "[]");
      return Array.isArray(kept) ? kept : [];
    },
    save: async (email, waiting) => localStorage.setItem(stored(email), JSON.stringify(waiting)),
  };
}

/** Whether it may be taken later as it is: no network, signed out, an old token, too much to do, or another window was first. */
const mayWait = (e: Problem) => e.away || [401, 403, 409, 429].includes(e.document.status ?? 0);

/**
 * What was done while the server was out of reach is kept in this browser, each collector’s own, and told in its order under
 * one key as soon as it answers: offline and reload lose nothing, and nothing is told twice. What is told stays shown until
 * the pages hold it.
 */
export class Outbox<Done extends object> {
  private email = "";
  private settle: () => Promise<unknown> = async () => {};
  private telling: Promise<void> | null = null;
  private turn: Promise<unknown> = Promise.resolve();
  private now: Waiting<Done> = NOTHING;
  private readonly watchers = new Set<() => void>();

  constructor(
    private readonly store: Store<Done>,
    /** Tells of one thing; what it gives is shown. */
    private readonly tell: (done: Kept<Done>, headers: { "Idempotency-Key": string }) => Promise<unknown>,
  ) {}

  /** @param settle asks for the pages anew that show what was told */
  async open(email: string, settle: () => Promise<unknown>) {
    this.settle = settle;
    if (email !== this.email) {
      // What was done before it was known by whom is theirs who is.
      const done = this.email ? [] : this.now.waiting;
      this.email = email;
      this.now = NOTHING;
      await this.keep((kept) => [...kept, ...done]);
    }
    await this.send();
  }

  async add(done: Done) {
    const one = { ...done, key: crypto.randomUUID(), at: new Date().toISOString() };
    this.say({ refused: null });
    await this.keep((kept) => [...kept, one]);
    await this.send();
  }

  /** Takes out what waits, and gives whether it did; what is told in this moment is waited for. */
  async take(which: (done: Done) => boolean): Promise<boolean> {
    const first = this.now.waiting[0];
    if (this.telling && first && which(first)) await this.telling;
    let there = false;
    await this.keep((kept) => {
      there = kept.some(which);
      return kept.filter((k) => !which(k));
    });
    return there;
  }

  /** Tells what waits, one after the other. */
  send = async () => {
    if (this.telling || !this.email) return;
    this.telling = this.sendAll();
    await this.telling;
    this.telling = null;
  };

  /** What was refused was read by whoever did it. */
  seen = () => this.say({ refused: null });

  watch = (watcher: () => void) => {
    this.watchers.add(watcher);
    return () => {
      this.watchers.delete(watcher);
      if (this.watchers.size === 0) this.close();
    };
  };

  state = () => this.now;

  /** Nobody looks any more, as when one signs out. */
  private close() {
    this.email = "";
    this.now = NOTHING;
  }

  private async sendAll() {
    await this.keep((kept) => kept);
    for (let next = this.now.waiting[0]; next; next = this.now.waiting[0]) {
      const { key, ...done } = next;
      let said: unknown;
      try {
        said = await this.tell(done as Kept<Done>, { "Idempotency-Key": key });
      } catch (e) {
        if (!(e instanceof Problem) || mayWait(e)) return;
        // The server will not have it: said, and taken off, so that the rest goes through.
        this.say({ refused: { done: next, problem: e } });
      }
      // Out of the store at once, so that it is never told twice; shown as done until the page holds it.
      this.say({ settling: [...this.now.settling, next] });
      await this.keep((kept) => kept.filter((k) => k.key !== key));
      if (typeof said === "string") this.say({ said: [...this.now.said, said] });
      await this.settle();
      this.say({ settling: this.now.settling.filter((k) => k.key !== key) });
    }
  }

  /** One change after the other. The store is the truth, since another tab may have added to it; without one, this window is. */
  private keep(change: (kept: Kept<Done>[]) => Kept<Done>[]): Promise<void> {
    const changed = this.turn.then(async () => {
      const { email } = this;
      const kept =
        email && this.now.keeps
          ? await this.store.load(email).catch(() => this.now.waiting)
          : this.now.waiting;
      const waiting = change(kept);
      let keeps = true;
      if (email) await this.store.save(email, waiting).catch(() => (keeps = false));
      // Who signed in meanwhile has nothing to do with it.
      if (email === this.email) this.say({ waiting, keeps });
    });
    this.turn = changed;
    return changed;
  }

  private say(change: Partial<Waiting<Done>>) {
    this.now = { ...this.now, ...change };
    for (const w of this.watchers) w();
  }
}
