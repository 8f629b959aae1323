/** A few numbers in one line, such as the holes a horn has. */
import { useState } from "react";
import type { NumbersAsk } from "@/api/bench";

type Props = { ask: NumbersAsk; record: (value: string) => Promise<boolean> };

export function ListEntry({ ask, record }: Props) {
  const [text, setText] = useState(Array.isArray(ask.answer) ? ask.answer.join("  ") : "");
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void record(text);
      }}
    >
      <label className="block text-sm">
        {ask.label} ({ask.unit}, with spaces between)
        <input
          className="field figure mt-1 w-full text-lg"
          value={text}
          autoComplete="off"
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <button type="submit" className="key key-main mt-2 w-full">
        Record
      </button>
    </form>
  );
}
