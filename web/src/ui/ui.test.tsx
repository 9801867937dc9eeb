import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, describe, expect, it, vi } from "vitest";
import { data, Problem } from "../api/client";
import { Notes } from "../rooms/collection/Notes";
import { VoiceTable } from "../rooms/collection/VoiceTable";
import { ProblemNote, WaitingNote } from "./ProblemNote";
import { Strip } from "./Strip";
import { useKeys } from "./useKeys";
import { VoiceTrack } from "./VoiceTrack";
import { counted, words } from "./words";

afterEach(cleanup);

const problem = (kind: string, more = {}) =>
  new Problem({
    type: `molvet:${kind}`,
    title: "This cannot be taken",
    status: 422,
    detail: "Nothing was saved.",
    ...more,
  });

describe("words", () => {
  it("reads steps as people say them", () => {
    expect(words("SEMI_TRANSPARENT")).toBe("semi-transparent");
    expect(words("VERY_GOOD")).toBe("very good");
    expect(words("HALF_PAN")).toBe("half pan");
    expect(words("USED_UP")).toBe("used up");
    expect(words(null)).toBe("");
  });

  it("counts in the singular and the plural", () => {
    expect(counted(1, "paint")).toBe("1 paint");
    expect(counted(0, "paint")).toBe("0 paints");
  });
});

describe("problems", () => {
  it("names every offending field with what to do", () => {
    const errors = [
      { where: "volume", message: "The volume is below zero.", suggestion: "Write it without the minus." },
    ];
    render(<ProblemNote problem={problem("refused", { errors })} />);
    expect(screen.getByRole("alert").textContent).toContain(
      "The volume is below zero. Write it without the minus.",
    );
  });

  it("says that what was typed is kept while the database is away", () => {
    render(<WaitingNote waiting={problem("database-away")} />);
    expect(screen.getByRole("status").textContent).toContain("What you typed stays here");
    expect(problem("database-away").away).toBe(true);
    expect(problem("refused").away).toBe(false);
  });

  it("says of an answer without a document only what is known", async () => {
    const bare = (status: number) =>
      data(Promise.resolve({ error: undefined, response: new Response(null, { status }) }));
    await expect(bare(404)).rejects.toThrow("Nothing was saved");
    await expect(bare(500)).rejects.toThrow("not known");
    for (const status of [502, 503, 504]) await expect(bare(status)).rejects.toMatchObject({ away: true });
    expect(problem("starting").away).toBe(true);
  });
});

describe("a label", () => {
  const doubt = {
    about: "PB19",
    kind: "unlikely-code",
    message: "The reference has no PB19.",
    suggestion: "PV19",
  };

  it("offers the likely code and shows what was not understood", () => {
    const take = vi.fn();
    render(
      <MemoryRouter>
        <Notes notes={[doubt]} unread={["secret blend"]} onTake={take} />
      </MemoryRouter>,
    );
    fireEvent.click(screen.getByText("Take PV19"));
    expect(take).toHaveBeenCalledWith("PB19", "PV19");
    expect(screen.getByText(/secret blend/)).toBeTruthy();
  });
});

describe("the three voices", () => {
  it("are told in words to those who cannot see the track", () => {
    const voice = {
      scale: ["NONE", "SLIGHT", "MODERATE", "STRONG"],
      label: "NONE",
      pigments: "MODERATE",
      paper: "STRONG",
      verdict: "STRONG",
      disagree: true,
      reasons: ["Your swatch shows strong granulation."],
      sure: "likely",
      evidence: [],
    };
    render(<VoiceTable voices={{ granulation: voice }} reasons />);
    expect(screen.getByLabelText("granulation: label none, pigments moderate, paper strong")).toBeTruthy();
    expect(screen.getByText("≠")).toBeTruthy();
    expect(screen.getByText(/strong granulation/)).toBeTruthy();
  });

  it("draw a ring for the label, a tick for the pigments and a dot for the paper", () => {
    const { container } = render(
      <VoiceTrack marks="large" steps={4} label={0} pigments={2} paper={0} said="x" />,
    );
    const [ring, dot] = container.querySelectorAll("circle");
    expect(ring.getAttribute("fill")).toBe("none");
    expect(dot.getAttribute("cx")).toBe(ring.getAttribute("cx"));
    expect(container.querySelectorAll("line[stroke='currentColor']").length).toBe(1);
  });
});

describe("a strip", () => {
  it("is an empty ruled strip where nothing is measured", () => {
    render(<Strip strip={null} seed={1} label="Storm Petrel" />);
    expect(screen.getByLabelText("Storm Petrel: no swatch measured").className).toContain("border-dashed");
  });
});

describe("keys", () => {
  function Keyed({ act }: { act: () => void }) {
    useKeys({ n: act });
    return <input aria-label="field" />;
  }

  it("act on the page but never while a field is typed in, nor with a modifier", () => {
    const act = vi.fn();
    render(<Keyed act={act} />);
    fireEvent.keyDown(document.body, { key: "n" });
    fireEvent.keyDown(screen.getByLabelText("field"), { key: "n" });
    fireEvent.keyDown(document.body, { key: "n", ctrlKey: true });
    expect(act).toHaveBeenCalledTimes(1);
  });
});
