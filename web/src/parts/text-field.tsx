/** One labelled line of text, or a password. */
import type { InputHTMLAttributes } from "react";

type Props = Omit<InputHTMLAttributes<HTMLInputElement>, "onChange" | "value"> & {
  label: string;
  value: string;
  onChange: (value: string) => void;
  large?: boolean;
};

export function TextField({ label, onChange, large, ...input }: Props) {
  const size = large ? "text-lg" : "";
  return (
    <label className={`block ${size}`}>
      {label}
      <input
        required
        {...input}
        className={`field mt-1 w-full ${size}`}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
