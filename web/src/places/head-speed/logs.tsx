/** Flight logs: which there are, what their columns are, the picture and what it says. */
import { useState } from "react";
import { asProblem, type Draft } from "@/api/client";
import type { Editor } from "@/api/draft";
import type { ModeSpeed } from "@/api/head-speed";
import { type FlightLog, useLog, useLogAct, useLogs, type Window } from "@/api/logs";
import { shown } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { LogColumns } from "./log-columns";
import { LogFigureKey } from "./log-figure-key";
import { LogPicture } from "./log-picture";

type Props = { draft: Draft; modes: ModeSpeed[]; editor: Editor };

export function Logs({ draft, modes, editor }: Props) {
  const logs = useLogs(draft.id);
  const act = useLogAct(draft.id);
  const [asked, setAsked] = useState<string | null>(null);
  const log = logs.data?.find((each) => each.id === asked) ?? logs.data?.[0];
  const mode = modes[0]?.mode;
  return (
    <section aria-label="Flight logs" className="grid gap-4">
      <div className="flex flex-wrap items-end gap-3">
        <label className="block text-sm">
          A log as CSV, at most 40 MB
          <input
            type="file"
            accept=".csv,text/csv,text/plain"
            className="mt-0.5 block max-w-full text-base file:mr-3 file:min-h-9 file:rounded file:border file:border-edge file:bg-sheet file:px-3"
            onChange={async (event) => {
              const field = event.currentTarget;
              const file = field.files?.[0];
              if (!file) return;
              const made = await act.mutateAsync({ do: "add", file }).catch(() => null);
              if (made) setAsked(made.id);
              field.value = "";
            }}
          />
        </label>
        {mode && (
          <button
            type="button"
            className="key"
            disabled={act.isPending}
            onClick={async () => {
              const seed = 1 + (logs.data?.length ?? 0);
              const fly = { do: "fly", version: draft.version, mode, seed } as const;
              const made = await act.mutateAsync(fly).catch(() => null);
              if (made) setAsked(made.id);
            }}
          >
            Fly a simulated log
          </button>
        )}
        <p role="status" className="text-sm text-faint">
          {act.isPending && "Reading it…"}
        </p>
      </div>
      {act.isError && <ProblemNote problem={asProblem(act.error)} />}
      {logs.data?.length === 0 && (
        <p className="max-w-prose text-sm text-faint">
          A log shows what no bench can: how far a punch pulls the head speed down, whether the
          governor hunts or the tail wags, what the pack has left. Any device's columns will do;
          what each of them is, is asked once and remembered.
        </p>
      )}
      {log && (
        <>
          <ul className="flex flex-wrap gap-1">
            {logs.data?.map((each) => (
              <li key={each.id}>
                <button
                  type="button"
                  aria-pressed={each.id === log.id}
                  className="key text-sm aria-pressed:border-mint aria-pressed:bg-wash"
                  onClick={() => setAsked(each.id)}
                >
                  {each.name}
                </button>
              </li>
            ))}
          </ul>
          <OneLog
            key={log.id}
            draft={draft}
            log={log}
            editor={editor}
            onDrop={() => act.mutate({ do: "drop", log: log.id })}
          />
        </>
      )}
    </section>
  );
}

type OneProps = { draft: Draft; log: FlightLog; editor: Editor; onDrop: () => void };

function OneLog({ draft, log, editor, onDrop }: OneProps) {
  const [window, setWindow] = useState<Window>(null);
  const [mark, setMark] = useState<number | null>(null);
  const found = useLog(draft.id, log.id, window);
  const data = found.data;
  const goTo = (at: number) => {
    if (!data) return;
    const half = Math.min(6, (data.last_s - data.first_s) / 2);
    setMark(at);
    setWindow({ start: at - half, end: at + half });
  };
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h3 className="text-lg font-semibold">
          {log.name}
          {log.simulated && (
            <span className="ml-2 bg-wash px-1.5 text-sm font-normal">
              simulated: it never counts for the real {draft.document.name}
            </span>
          )}
        </h3>
        <button type="button" className="key text-sm" onClick={onDrop}>
          Take this log away
        </button>
      </div>
      {found.isError && <ProblemNote problem={asProblem(found.error)} />}
      {data?.fault && (
        <p role="alert" className="border-l-4 border-out pl-2">
          It cannot be read like this. {data.fault}
        </p>
      )}
      {data && !data.fault && (
        <div className="grid gap-5 xl:grid-cols-[1fr_20rem]">
          <LogPicture shown={data} mark={mark} onWindow={setWindow} />
          <div>
            <h4 className="border-b-2 border-ink pb-0.5 font-semibold">What it says</h4>
            <ol>
              {data.findings.map((finding) => (
                <li key={`${finding.kind} ${finding.at_s} ${finding.text}`}>
                  {finding.at_s === null ? (
                    <div className="border-b border-rule py-1.5 pl-2 text-sm">
                      {finding.text}
                      {finding.keeps && (
                        <LogFigureKey keeps={finding.keeps} draft={draft} editor={editor} />
                      )}
                    </div>
                  ) : (
                    <button
                      type="button"
                      aria-pressed={mark === finding.at_s}
                      className="w-full border-b border-l-4 border-rule border-l-transparent py-1.5 pl-2 text-left text-sm hover:bg-wash aria-pressed:border-l-mint"
                      onClick={() => goTo(finding.at_s ?? 0)}
                    >
                      <span className="figure mr-2 text-faint">{shown(finding.at_s, 1)} s</span>
                      {finding.text}
                    </button>
                  )}
                </li>
              ))}
            </ol>
          </div>
        </div>
      )}
      <LogColumns id={draft.id} log={log} />
    </div>
  );
}
