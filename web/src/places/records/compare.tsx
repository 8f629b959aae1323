/** Two setups: by device, from → to, what that does at the blade, what it makes stale. */
import { useId } from "react";
import { asProblem, type Draft } from "@/api/client";
import { type Editor, useRevisions } from "@/api/draft";
import { useFleet } from "@/api/fleet";
import { useComparison } from "@/api/records";
import { useOpenState } from "@/parts/open-state";
import { ProblemNote } from "@/parts/problem-note";
import { Differences } from "./differences";

type Props = { draft: Draft; editor: Editor };

const DRAFT = "draft";
const READ = (search: URLSearchParams) => ({
  one: search.get("one") ?? "",
  other: search.get("other") ?? "",
});

export function Compare({ draft, editor }: Props) {
  const name = useId();
  const [{ one, other }, setOpen] = useOpenState(READ);
  const fleet = useFleet();
  const pages = useRevisions(draft.id);
  const { revisions } = pages;
  const others = fleet.data?.filter((each) => each.id !== draft.id) ?? [];
  const chosen = other || (revisions[0] ? String(revisions[0].number) : (others[0]?.id ?? ""));
  const options = revisions.map(({ number, note }) => (
    <option key={number} value={number}>
      revision {number}
      {note && `: ${note.slice(0, 60)}`}
    </option>
  ));
  return (
    <section aria-labelledby="compare">
      <h2 id="compare" className="border-b-2 border-ink text-lg font-semibold">
        Compare
      </h2>
      <div className="mt-2 grid gap-3 sm:grid-cols-2">
        <div className="text-sm">
          <label htmlFor={`${name}-from`}>From</label>
          <select
            id={`${name}-from`}
            className="field mt-0.5 w-full"
            value={one || DRAFT}
            onChange={(event) =>
              setOpen({ one: event.target.value === DRAFT ? "" : event.target.value, other })
            }
          >
            <option value={DRAFT}>the draft as it is now</option>
            {options}
          </select>
        </div>
        <div className="text-sm">
          <label htmlFor={`${name}-to`}>To</label>
          <select
            id={`${name}-to`}
            className="field mt-0.5 w-full"
            value={chosen}
            onChange={(event) => setOpen({ one, other: event.target.value })}
          >
            {revisions.length > 0 && <optgroup label={draft.document.name}>{options}</optgroup>}
            {others.length > 0 && (
              <optgroup label="Another helicopter">
                {others.map((each) => (
                  <option key={each.id} value={each.id}>
                    {each.name}
                  </option>
                ))}
              </optgroup>
            )}
          </select>
        </div>
      </div>
      {pages.hasNextPage && (
        <button
          type="button"
          className="mt-1 text-sm underline"
          onClick={() => void pages.fetchNextPage()}
        >
          Older revisions in the list
        </button>
      )}
      {chosen ? (
        <Found draft={draft} editor={editor} one={one} other={chosen} />
      ) : (
        <p className="mt-2 text-faint">
          Nothing to compare with yet: save a revision, or put a second helicopter into the hangar.
        </p>
      )}
    </section>
  );
}

const isNumber = (text: string) => /^\d+$/.test(text);

type FoundProps = Props & { one: string; other: string };

function Found({ draft, editor, one, other }: FoundProps) {
  const side = isNumber(other)
    ? { revision: Number(other), helicopter: null }
    : { revision: null, helicopter: other };
  const found = useComparison(draft.id, draft.version, isNumber(one) ? Number(one) : null, side);
  if (found.isError) return <ProblemNote problem={asProblem(found.error)} />;
  if (!found.data) return <p className="mt-2">Comparing…</p>;
  return (
    <Differences
      found={found.data}
      editor={editor}
      revision={side.revision}
      busy={found.isPlaceholderData}
    />
  );
}
