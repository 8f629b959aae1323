/** Change the password of the account that is signed in. */
import { useState } from "react";
import { useNewPassword } from "@/api/account";
import { asProblem } from "@/api/client";
import { PasswordInUse } from "./password-in-use";
import { ProblemNote } from "./problem-note";
import { besides, TextField, wrongIn } from "./text-field";

export function PasswordForm({ done }: { done: () => void }) {
  const change = useNewPassword();
  const problem = change.isError ? asProblem(change.error) : null;
  const [old, setOld] = useState("");
  const [fresh, setFresh] = useState("");
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate({ old_password: old, new_password: fresh }, { onSuccess: done });
      }}
    >
      <PasswordInUse path="old_password" value={old} onChange={setOld} problem={problem} />
      <TextField
        label="New password, at least 8 characters"
        type="password"
        autoComplete="new-password"
        value={fresh}
        onChange={setFresh}
        wrong={wrongIn(problem, "new_password")}
      />
      {problem && <ProblemNote problem={besides(problem, ["old_password", "new_password"])} />}
      <button type="submit" className="key key-main w-full" disabled={change.isPending}>
        Change password
      </button>
    </form>
  );
}
