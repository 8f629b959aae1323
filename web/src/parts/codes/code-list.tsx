/** Codes for a forgotten password, to be written down, printed or kept as a file. */
import { Copy, Download, Printer } from "lucide-react";
import { useState } from "react";

export function CodeList({ codes }: { codes: string[] }) {
  const [copied, setCopied] = useState(false);
  const text = `Mint Lever, codes for a forgotten password, each good once:\n\n${codes.join("\n")}\n`;
  return (
    <>
      <ul
        aria-label="Codes"
        className="figure grid gap-x-6 gap-y-1 border-y border-ink py-3 text-lg sm:grid-cols-2"
      >
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap gap-2 print:hidden">
        <button type="button" className="key flex-1" onClick={() => window.print()}>
          <Printer aria-hidden size={17} /> Print
        </button>
        <a
          className="key flex-1"
          href={`data:text/plain;charset=utf-8,${encodeURIComponent(text)}`}
          download="mint-lever-codes.txt"
        >
          <Download aria-hidden size={17} /> Keep as a file
        </a>
        <button
          type="button"
          className="key flex-1"
          onClick={() =>
            navigator.clipboard?.writeText(text).then(
              () => setCopied(true),
              () => setCopied(false),
            )
          }
        >
          <Copy aria-hidden size={17} />{" "}
          <span aria-live="polite">{copied ? "Copied" : "Copy"}</span>
        </button>
      </div>
    </>
  );
}
