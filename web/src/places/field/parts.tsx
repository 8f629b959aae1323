/** Flights on each part since it was new, and what shows that it has to go. */
import { asProblem } from "@/api/client";
import { usePartNew, useWear } from "@/api/wear";
import { ProblemNote } from "@/parts/problem-note";

export function Parts({ id }: { id: string }) {
  const wear = useWear(id);
  const renew = usePartNew(id);
  if (wear.isError) return <ProblemNote problem={asProblem(wear.error)} />;
  if (!wear.data) return <p>Counting…</p>;
  return (
    <>
      <p className="text-sm">
        <span className="figure">{wear.data.flown}</span> flights so far, practice apart. When a
        part has to go its maker’s manual says; here stands how much it flew, and what shows that it
        is worn.
      </p>
      {renew.isError && <ProblemNote problem={asProblem(renew.error)} />}
      <ul className="mt-2">
        {wear.data.parts.map(({ name, shows, flights }) => (
          <li
            key={name}
            className="grid grid-cols-[1fr_auto] items-center gap-x-3 border-b border-rule py-1.5"
          >
            <p>
              <span className="font-semibold first-letter:uppercase">{name}</span>{" "}
              <span className="figure">
                {flights === null ? "age not known" : `${flights} flights`}
              </span>
              <span className="block text-sm text-faint">{shows}</span>
            </p>
            <button
              type="button"
              className="key"
              aria-label={`${name}: new now`}
              onClick={() => renew.mutate(name)}
            >
              New now
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
