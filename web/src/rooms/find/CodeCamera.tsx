import { ScanLine } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { Dialog } from "../../ui/Dialog";
import { destination } from "./code";

/** Looks for a code in what the camera sees, until it is stopped. */
type Looking = { stop: () => void };

/** The browser’s own reader where it has one, else one that ships with the page; the word read is told once. */
async function look(
  video: HTMLVideoElement,
  stream: MediaStream,
  onRead: (text: string) => void,
): Promise<Looking> {
  const own = (globalThis as { BarcodeDetector?: Detectors }).BarcodeDetector;
  if (own && (await own.getSupportedFormats()).includes("qr_code")) {
    video.srcObject = stream;
    await video.play();
    const detector = new own({ formats: ["qr_code"] });
    const timer = setInterval(async () => {
      const seen = await detector.detect(video).catch(() => []);
      if (seen[0]?.rawValue) onRead(seen[0].rawValue);
    }, 250);
    return { stop: () => clearInterval(timer) };
  }
  const { BrowserQRCodeReader } = await import("@zxing/browser");
  return new BrowserQRCodeReader().decodeFromStream(stream, video, (seen) => seen && onRead(seen.getText()));
}

type Detectors = {
  new (of: { formats: string[] }): { detect: (of: HTMLVideoElement) => Promise<{ rawValue: string }[]> };
  getSupportedFormats: () => Promise<string[]>;
};

/** Holds a card’s, a pan’s or a chart’s code before the camera, and opens what it is of. */
export function CodeCamera() {
  const [open, setOpen] = useState(false);
  // Browsers give a camera only to a page they trust.
  if (!navigator.mediaDevices?.getUserMedia) return null;
  return (
    <>
      <button
        type="button"
        className="p-2 md:hidden lg:block"
        aria-label="Read a code"
        onClick={() => setOpen(true)}
      >
        <ScanLine size={20} aria-hidden="true" />
      </button>
      <Dialog open={open} title="Read a code" onClose={() => setOpen(false)}>
        {open && <Viewfinder onLeave={() => setOpen(false)} />}
      </Dialog>
    </>
  );
}

function Viewfinder({ onLeave }: { onLeave: () => void }) {
  const navigate = useNavigate();
  const video = useRef<HTMLVideoElement>(null);
  const [said, setSaid] = useState("The code of a card, a pan or a printed chart.");
  const leave = useRef(onLeave);
  leave.current = onLeave;

  useEffect(() => {
    let gone = false;
    let stream: MediaStream | undefined;
    let looking: Looking | undefined;
    function stop() {
      gone = true;
      looking?.stop();
      for (const track of stream?.getTracks() ?? []) track.stop();
    }
    function read(text: string) {
      if (gone) return;
      const to = destination(text);
      if (!to) {
        setSaid(`That is not one of Molvet’s codes: it says “${text.slice(0, 60)}”.`);
        return;
      }
      stop();
      navigate(to);
      leave.current();
    }
    navigator.mediaDevices
      .getUserMedia({ video: { facingMode: "environment" } })
      .then(async (given) => {
        stream = given;
        if (gone || !video.current) return stop();
        looking = await look(video.current, given, read);
        if (gone) looking.stop();
      })
      .catch((e: DOMException) =>
        setSaid(
          e.name === "NotAllowedError"
            ? "The browser keeps the camera from this page. Allow it in the browser’s settings of this page."
            : e.name === "NotFoundError"
              ? "This device has no camera. Type what stands under the code instead."
              : "The camera does not start: another program may hold it.",
        ),
      );
    return stop;
  }, [navigate]);

  return (
    <>
      <video
        ref={video}
        muted
        playsInline
        className="w-full max-h-[60vh] bg-base-content"
        aria-label="What the camera sees"
      />
      <p role="status" className="mt-3">
        {said}
      </p>
      <button type="button" className="btn btn-outline mt-4" onClick={onLeave}>
        Close
      </button>
    </>
  );
}
