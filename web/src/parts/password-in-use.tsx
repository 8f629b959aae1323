/** The password in use, asked for before something that only its pilot may do. */
import type { Problem } from "@/api/client";
import { TextField, wrongIn } from "./text-field";

type Props = {
  value: string;
  onChange: (value: string) => void;
  problem: Problem | null;
  /** What the server calls it. */
  path?: string;
};

export function PasswordInUse({ problem, path = "password", ...field }: Props) {
  return (
    <TextField
      label="Password in use"
      type="password"
      autoComplete="current-password"
      wrong={wrongIn(problem, path)}
      {...field}
    />
  );
}
