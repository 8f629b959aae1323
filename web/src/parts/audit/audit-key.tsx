/** The audit, in reach on every place of a helicopter: how much there is to see, and the sheet. */
import { ClipboardCheck } from "lucide-react";
import { Dialog } from "radix-ui";
import { useCallback } from "react";
import { useSearchParams } from "react-router";
import { useAudit } from "@/api/audit";
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
  const findings = audit.data?.findings ?? [];
  const gravest = findings[0]?.severity;
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="key px-2" title="Audit (U)">
        {gravest ? (
          <SeveritySign severity={gravest} />
        ) : (
          <ClipboardCheck aria-hidden size={18} className="text-in" />
        )}
        <span className="max-lg:sr-only">Audit</span>{" "}
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
            {audit.data && findings.length === 0 && (
              <p>
                Transmitter, unit, helicopter and speed controller agree as they are written down.
                It does not make the helicopter fit to fly: that is seen at the bench.
              </p>
            )}
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
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
