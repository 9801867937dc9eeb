import { useQuery } from "@tanstack/react-query";
import { client, data } from "../../api/client";

/** How a phone of the house gets here, and comes to trust it. */
export function OnPhone() {
  const phone = useQuery({ queryKey: ["phone"], queryFn: () => data(client.GET("/api/phone")) }).data;
  if (!phone) return null;
  return (
    <section aria-label="On your phone">
      <h2 className="font-semibold mt-8 mb-2">On your phone</h2>
      {phone.address ? (
        <>
          <div className="flex flex-wrap gap-4">
            <svg
              role="img"
              aria-label={`QR code of ${phone.address}`}
              viewBox={`-4 -4 ${phone.size + 8} ${phone.size + 8}`}
              className="w-40 h-40 shrink-0 bg-white text-black"
              shapeRendering="crispEdges"
            >
              <path d={phone.code} fill="currentColor" />
            </svg>
            <ol className="list-decimal pl-5 space-y-1 max-w-xs">
              <li>
                Point the camera at the code: <span className="code break-all">{phone.address}</span>. The
                browser warns once.
              </li>
              <li>There, fetch molvet.crt and trust it. Compare the fingerprint below.</li>
              <li>Open the shop once. From then on it answers without a network.</li>
            </ol>
          </div>
          <p className="quiet text-sm mt-2">
            SHA-256 <span className="code break-all">{phone.fingerprint}</span>
          </p>
          {phone.runsOut != null && (
            <p className="mt-1">
              It runs out in {phone.runsOut} days; Molvet makes a new one then, which the phone must trust
              anew.
            </p>
          )}
        </>
      ) : (
        <p className="max-w-md">
          Molvet speaks to this machine only. Started with{" "}
          <span className="code">./molvet start --phone</span>, it lets the phones of your house in, and works
          on them without a network.
        </p>
      )}
    </section>
  );
}
