/** Questions of one kind as one grid: a row for each function or servo, a column for each place. */
import type { Ask } from "@/api/bench";
import { WordMark } from "@/parts/verdict";
import { answerText } from "./answer-text";

type Props = { asks: Ask[]; open: string | null; onAsk: (key: string) => void };

export function QuestionGrid({ asks, open, onAsk }: Props) {
  const columns = [...new Set(asks.map((ask) => ask.cell?.column ?? ""))];
  const rows = [...new Set(asks.map((ask) => ask.cell?.row ?? ""))];
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse">
        <caption className="pb-0.5 text-left text-sm text-faint">{asks[0]?.cell?.grid}</caption>
        <thead>
          <tr className="border-b border-rule text-left text-xs text-faint">
            <td />
            {columns.map((column) => (
              <th key={column} scope="col" className="px-1 font-normal">
                {column}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row} className="border-b border-rule">
              <th scope="row" className="py-0.5 pr-2 text-left font-normal">
                {row}
              </th>
              {columns.map((column) => {
                const ask = asks.find(
                  (each) => each.cell?.row === row && each.cell?.column === column,
                );
                return (
                  <td key={column} className="p-0.5">
                    {ask && (
                      <button
                        type="button"
                        data-question={ask.key}
                        aria-label={[ask.label, answerText(ask), ask.word]
                          .filter(Boolean)
                          .join(", ")}
                        aria-pressed={ask.key === open}
                        className="flex min-h-9 w-full items-center justify-between gap-1 border border-rule px-1.5 hover:bg-wash aria-pressed:border-mint aria-pressed:bg-sheet aria-pressed:outline-2 aria-pressed:outline-mint"
                        onClick={() => onAsk(ask.key)}
                      >
                        <span className="figure font-semibold whitespace-nowrap">
                          {answerText(ask) || "–"}
                        </span>
                        {ask.word && <WordMark word={ask.word} brief />}
                      </button>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
