/** The saved revisions: note, time, file, and the way back to one. */

import { Diff, Download, RotateCcw } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { asProblem, type Draft, type Problem } from "@/api/client";
import { type Editor, useRevisions } from "@/api/draft";
import { exportAddress } from "@/api/fleet";
import { dayAndTimeOf } from "@/parts/dates";
import { ProblemNote } from "@/parts/problem-note";
import { addressOf } from "@/places";

export function RevisionList({
  draft,
  editor,
  done,
}: {
  draft: Draft;
  editor: Editor;
  done: () => void;
}) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const pages = useRevisions(draft.id);
  const newestFirst = pages.revisions;
  return (
    <div>
      <p className="text-sm">
        The draft is what you edit; revisions stay as they were saved.{" "}
        <a className="font-semibold text-mint underline" href={exportAddress(draft.id)} download>
          Export the draft
        </a>
      </p>
      {pages.isPending && <p className="mt-3">Looking…</p>}
      {pages.isError && <ProblemNote problem={asProblem(pages.error)} />}
      {pages.data && newestFirst.length === 0 && (
        <p className="mt-3">No revision yet. Save one when the draft is worth keeping.</p>
      )}
      <ol className="mt-3 divide-y divide-rule border-y border-rule">
        {newestFirst.map((revision) => (
          <li key={revision.number} className="flex items-center gap-3 py-2">
            <span className="figure w-10 text-2xl">{revision.number}</span>
            <div className="min-w-0 flex-1">
              <p className="break-words">{revision.note || "No note"}</p>
              <p className="text-sm text-faint">{dayAndTimeOf(revision.saved_at)}</p>
            </div>
            <Link
              className="key px-2"
              to={addressOf("records", draft.id, `?other=${revision.number}`)}
              aria-label={`Compare with revision ${revision.number}`}
              title="Compare with the draft"
              onClick={done}
            >
              <Diff aria-hidden size={18} />
            </Link>
            <a
              className="key px-2"
              href={exportAddress(draft.id, revision.number)}
              download
              aria-label={`Export revision ${revision.number}`}
            >
              <Download aria-hidden size={18} />
            </a>
            <button
              type="button"
              className="key px-2"
              aria-label={`Put revision ${revision.number} into the draft`}
              title="Put into the draft (can be undone)"
              onClick={async () => {
                const refused = await editor.restore(revision.number);
                setProblem(refused);
                if (!refused) done();
              }}
            >
              <RotateCcw aria-hidden size={18} />
            </button>
          </li>
        ))}
      </ol>
      {pages.hasNextPage && (
        <button type="button" className="key mt-2" onClick={() => pages.fetchNextPage()}>
          Older revisions
        </button>
      )}
      {problem && <ProblemNote problem={problem} />}
    </div>
  );
}
