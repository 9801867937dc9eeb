import { type RefObject, useState } from "react";

/**
 * Copies what stands in a box; where the browser lets no page do so (no https, no permission) it is marked there, to be copied
 * by hand, and that is said.
 */
export function CopyButton({ of }: { of: RefObject<HTMLInputElement | HTMLTextAreaElement | null> }) {
  const [done, setDone] = useState<"copied" | "marked" | null>(null);

  async function copy() {
    const box = of.current;
    if (!box) return;
    try {
      await navigator.clipboard.writeText(box.value);
      setDone("copied");
    } catch {
      box.focus();
      box.select();
      setDone("marked");
    }
  }

  return (
    <>
      <button type="button" className="btn btn-primary" onClick={copy}>
        {done === "copied" ? "Copied" : "Copy it"}
      </button>
      {done === "marked" && (
        <p role="status" className="basis-full">
          This browser lets no page copy. It is marked: copy it by Ctrl+C, or by a long press on it.
        </p>
      )}
    </>
  );
}
