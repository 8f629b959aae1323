/** The audit, in reach on every place of a helicopter: how much there is to see, and the sheet. */
import { ClipboardCheck } from "lucide-react";
import { Dialog } from "radix-ui";
import { useCallback } from "react";
import { useSearchParams } from "react-router";
import { type Finding, useAudit } from "@/api/audit";
import { asProblem, type Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import { ProblemNote } from "@/parts/problem-note";
import { useShortcut } from "@/parts/shortcuts/registry";
import { FindingItem } from "./finding-item";
import { SeveritySign } from "./severity";

type Props = { id: string; editor: Editor; setup: Setup };

export function AuditKey({ id, editor, setup }: Props) {
  const audit = useAudit(id);
  const [search, setSearch] = useSearchParams();
  const open = search.has("audit");
  const setOpen = useCallback(
    (to: boolean) =>
      setSearch(
        (now) => {
          const next = new URLSearchParams(now);
          if (to) next.set("audit", "open");
          else next.delete("audit");
          return next;
        },
        { replace: true },
      ),
    [setSearch],
  );
  useShortcut({ keys: ["u"], says: "the audit of this helicopter", run: () => setOpen(true) });
  const found = audit.data?.findings ?? [];
  // What only the pilot can say, and has not yet, is no fault of anything.
  const findings = found.filter((each) => each.severity !== "not_set");
  const notSet = found.filter((each) => each.severity === "not_set");
  const gravest = findings[0]?.severity;
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="key px-2" title="Audit (U)">
        {gravest ? (
          <SeveritySign severity={gravest} />
        ) : (
          <ClipboardCheck aria-hidden size={18} className="text-in" />
        )}
        <span className="max-[1400px]:sr-only">Audit</span>{" "}
        <span className="figure">{audit.data ? findings.length : "…"}</span>
        <span className="sr-only"> {findings.length === 1 ? "finding" : "findings"}</span>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40 dark:bg-black/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 right-0 z-50 flex w-[min(32rem,100vw)] flex-col border-l-2 border-ink bg-paper"
        >
          <div className="flex items-baseline justify-between gap-3 border-b border-rule px-4 py-2.5">
            <Dialog.Title className="text-xl font-semibold">Audit of {setup.name}</Dialog.Title>
            <Dialog.Close className="key px-2" aria-label="Close">
              ×
            </Dialog.Close>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
            {audit.isError && <ProblemNote problem={asProblem(audit.error)} />}
            {audit.data && findings.length === 0 && notSet.length === 0 && (
              <p>
                Transmitter, unit, helicopter and speed controller agree as they are written down.
                It does not make the helicopter fit to fly: that is seen at the bench.
              </p>
            )}
            <Findings {...{ id, setup, editor }} findings={findings} />
            {notSet.length > 0 && (
              <>
                <h3 className="mt-4 border-b-2 border-ink pb-0.5 font-semibold first:mt-0">
                  Not set yet
                </h3>
                <p className="my-1 text-sm text-faint">
                  No fault: only you can say it, most of it at the bench.
                </p>
                <Findings {...{ id, setup, editor }} findings={notSet} />
              </>
            )}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Findings({ id, setup, editor, findings }: Props & { findings: Finding[] }) {
  return (
    <ol className="grid gap-3">
      {findings.map((finding) => (
        <FindingItem
          key={`${finding.rule} ${finding.path} ${finding.found}`}
          id={id}
          finding={finding}
          arrangement={setup.arrangement}
          editor={editor}
        />
      ))}
    </ol>
  );
}
