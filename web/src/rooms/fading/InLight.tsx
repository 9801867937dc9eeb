import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, data } from "../../api/client";
import { Course, most } from "./Course";

/** What one’s own tests in light found of a paint. */
export function InLight({ paint }: { paint: number }) {
  const all = useQuery({
    queryKey: ["exposures", "of", paint],
    queryFn: () => data(client.GET("/api/paints/{paint}/light", { params: { path: { paint } } })),
  }).data;
  if (!all) return null;
  return (
    <section>
      <h2 className="font-semibold mb-1">In the light</h2>
      {all.strips.length === 0 && (
        <p>
          Never tested.{" "}
          <Link className="underline" to={`/exposures/new?paint=${paint}`}>
            Plan a light test with it
          </Link>
        </p>
      )}
      <ul>
        {all.strips.map(({ exposure, exposureName, strip: s }) => (
          <li key={s.id} className="rule-t py-2">
            <Link className="underline" to={`/exposures/${exposure}`}>
              {exposureName}
            </Link>
            : {s.finding ? <strong>{s.words}</strong> : "hangs, not read yet"}
            {s.reasons[0] && s.finding && <p>{s.reasons[0]}</p>}
            {s.course.length > 0 && (
              <Course
                points={s.course}
                name={s.name}
                days={Math.max(...s.course.map((p) => p.days))}
                scale={Math.max(5, most(s.course))}
              />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
