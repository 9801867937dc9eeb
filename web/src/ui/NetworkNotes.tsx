import { useAway, useTrust } from "../api/network";
import { localTime } from "./dates";

/** Said over every page where Molvet cannot be reached: what is shown, and from when it is. */
export function AwayNote() {
  const away = useAway();
  if (away === null) return null;
  return (
    <p role="status" className="bg-base-300 rule-b px-5 py-2 print:hidden">
      {away
        ? `Molvet cannot be reached. You see what was kept on this device, as of ${localTime(away)}; what was not looked at here before is missing, and what you change is not kept.`
        : "Molvet cannot be reached, and this page was not looked at on this device before. It comes as soon as there is a network."}
    </p>
  );
}

/** Said where a page is meant to work without a network, and this browser does not let it. */
export function TrustNote() {
  if (useTrust() !== false) return null;
  return (
    <p className="border-l-2 border-[var(--field)] pl-2.5 my-2 max-w-2xl">
      Without a network this page stays away here: the browser keeps nothing of a Molvet it does not trust.{" "}
      <a className="underline" href="/phone">
        How a phone comes to trust it
      </a>
    </p>
  );
}
