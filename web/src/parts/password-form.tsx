/** Change the password of the account that is signed in. */
import { useState } from "react";
import { useNewPassword } from "@/api/account";
import { asProblem } from "@/api/client";
import { ProblemNote } from "./problem-note";

export function PasswordForm({ done }: { done: () => void }) {
  const change = useNewPassword();
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
      <label className="block">
        Password in use
        <input
          type="password"
          autoComplete="current-password"
          required
          className="field mt-1 w-full"
          value={old}
          onChange={(event) => setOld(event.target.value)}
        />
      </label>
      <label className="block">
        New password, at least 8 characters
        <input
          type="password"
          autoComplete="new-password"
          required
          className="field mt-1 w-full"
          value={fresh}
          onChange={(event) => setFresh(event.target.value)}
        />
      </label>
      {change.isError && <ProblemNote problem={asProblem(change.error)} />}
      <button type="submit" className="key key-main w-full" disabled={change.isPending}>
        Change password
      </button>
    </form>
  );
}
