/** A keypad for one thumb: digits, sign, comma, back. */
import { Delete } from "lucide-react";

const ROWS = ["7", "8", "9", "4", "5", "6", "1", "2", "3", "±", "0", ","];

type Props = {
  text: string;
  onText: (text: string) => void;
  signed: boolean;
  /** False where another key records. */
  records?: boolean;
};

export function Keypad({ text, onText, signed, records = true }: Props) {
  const press = (key: string) => {
    if (key === "±") onText(text.startsWith("-") ? text.slice(1) : `-${text}`);
    else if (key === ",") onText(/[.,]/.test(text) ? text : `${text || "0"},`);
    else onText(text + key);
  };
  return (
    <fieldset className="grid grid-cols-4 gap-1">
      <legend className="sr-only">Keypad</legend>
      <div className="col-span-3 grid grid-cols-3 gap-1">
        {ROWS.map((key) => (
          <button
            key={key}
            type="button"
            tabIndex={-1}
            disabled={key === "±" && !signed}
            className="key figure min-h-11 text-xl"
            aria-label={key === "±" ? "change sign" : key === "," ? "decimal comma" : key}
            onClick={() => press(key)}
          >
            {key}
          </button>
        ))}
      </div>
      <div className={`grid gap-1 ${records ? "grid-rows-2" : ""}`}>
        <button
          type="button"
          tabIndex={-1}
          className="key h-full"
          aria-label="delete last"
          onClick={() => onText(text.slice(0, -1))}
        >
          <Delete aria-hidden size={22} />
        </button>
        {records && (
          <button
            type="submit"
            tabIndex={-1}
            aria-label="Record, on the keypad"
            className="key key-main h-full text-base whitespace-normal"
          >
            Record
          </button>
        )}
      </div>
    </fieldset>
  );
}
