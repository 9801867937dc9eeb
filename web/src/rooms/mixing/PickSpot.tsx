import { type ChangeEvent, type MouseEvent, useEffect, useRef, useState } from "react";
import { type Lab, labOf, meanAt } from "./spot";

const MOST = 900;

/** A spot of a photograph, clicked: its colour as the file has it. The picture stays in this browser. */
export function PickSpot({ onPick }: { onPick: (colour: Lab) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [spot, setSpot] = useState<{ x: number; y: number; hex: string } | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    if (!file) return;
    let left = false;
    createImageBitmap(file)
      .then((image) => {
        const on = canvas.current;
        if (left || !on) return;
        const share = Math.min(1, MOST / Math.max(image.width, image.height));
        on.width = Math.round(image.width * share);
        on.height = Math.round(image.height * share);
        on.getContext("2d", { willReadFrequently: true })?.drawImage(image, 0, 0, on.width, on.height);
      })
      .catch(() => setFailed(true));
    return () => {
      left = true;
    };
  }, [file]);
  function chosen(e: ChangeEvent<HTMLInputElement>) {
    setFailed(false);
    setSpot(null);
    setFile(e.target.files?.[0] ?? null);
  }
  function clicked(e: MouseEvent<HTMLCanvasElement>) {
    const on = e.currentTarget;
    const box = on.getBoundingClientRect();
    const x = Math.floor(((e.clientX - box.left) / box.width) * on.width);
    const y = Math.floor(((e.clientY - box.top) / box.height) * on.height);
    const bytes = on.getContext("2d")?.getImageData(0, 0, on.width, on.height).data;
    if (!bytes) return;
    const rgb = meanAt(bytes, on.width, on.height, x, y, 4);
    setSpot({ x: x / on.width, y: y / on.height, hex: `rgb(${rgb.map(Math.round).join(" ")})` });
    onPick(labOf(rgb));
  }
  return (
    <div>
      <label className="underline cursor-pointer">
        {file ? "Another photograph" : "Choose a photograph"}
        <input type="file" accept="image/png,image/jpeg" className="sr-only" onChange={chosen} />
      </label>
      {failed && <p role="alert">This file is no picture that can be shown. Choose a PNG or a JPEG.</p>}
      {file && !failed && (
        <div className="relative inline-block mt-2 max-w-full">
          <canvas
            ref={canvas}
            className="max-w-full max-h-[60vh] cursor-crosshair"
            aria-label="The photograph: click the spot that is meant"
            onClick={clicked}
          />
          {spot && (
            <span
              data-paint
              className="absolute w-6 h-6 -ml-3 -mt-3 border-2 border-white outline-2 outline-black pointer-events-none"
              style={{ left: `${spot.x * 100}%`, top: `${spot.y * 100}%`, background: spot.hex }}
            />
          )}
        </div>
      )}
      {file && !failed && (
        <p className="quiet text-sm">
          Click the shadow, the leaf, the sky. Its colour is taken as the file has it: a camera’s guess of the
          light is in it.
        </p>
      )}
    </div>
  );
}
