import { useEffect, useState } from "react";

type Props = { find: string; label: string; placeholder: string; onFind: (find: string) => void };

/** A find of a page’s own, in the language of the field at the top. */
export function FindBox({ find, label, placeholder, onFind }: Props) {
  const [text, setText] = useState(find);
  useEffect(() => setText(find), [find]);
  return (
    <form
      className="flex items-end gap-2 grow max-w-xl"
      onSubmit={(e) => {
        e.preventDefault();
        onFind(text.trim());
      }}
    >
      <label className="grow">
        <span className="label-text block">{label}</span>
        <input
          type="search"
          className="input w-full"
          value={text}
          placeholder={placeholder}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <button type="submit" className="btn btn-outline">
        Show
      </button>
    </form>
  );
}
