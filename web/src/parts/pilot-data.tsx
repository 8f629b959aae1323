/** What is a pilot's goes with the pilot: all of it as files, or all of it away. */
import { Download, Trash2 } from "lucide-react";
import { useState } from "react";
import { useLeave } from "@/api/account";
import { asProblem } from "@/api/client";
import { PasswordInUse } from "./password-in-use";
import { ProblemNote } from "./problem-note";
import { besides } from "./text-field";

export function PilotData() {
  const leave = useLeave();
  const problem = leave.isError ? asProblem(leave.error) : null;
  const [sure, setSure] = useState(false);
  const [password, setPassword] = useState("");
  return (
    <div className="space-y-5">
      <section>
        <p className="text-sm">
          Every helicopter with its revisions, log, photos and flight logs, and every device, in one
          archive of open files.
        </p>
        <a className="key mt-2 w-full" href="/api/account/archive" download>
          <Download aria-hidden size={17} /> Download everything
        </a>
      </section>
      <section>
        <p className="text-sm">
          Removing the account removes all of that here, for good. Download it first if you may want
          it back.
        </p>
        {sure ? (
          <form
            className="mt-2 space-y-3"
            onSubmit={(event) => {
              event.preventDefault();
              leave.mutate(password);
            }}
          >
            <PasswordInUse value={password} onChange={setPassword} problem={problem} />
            {problem && <ProblemNote problem={besides(problem, ["password"])} />}
            <div className="flex gap-2">
              <button type="button" className="key flex-1" onClick={() => setSure(false)}>
                Keep it
              </button>
              <button
                type="submit"
                className="key flex-1 border-out text-out"
                disabled={leave.isPending}
              >
                Remove for good
              </button>
            </div>
          </form>
        ) : (
          <button
            type="button"
            className="key mt-2 w-full border-out text-out"
            onClick={() => setSure(true)}
          >
            <Trash2 aria-hidden size={17} /> Remove this account
          </button>
        )}
      </section>
    </div>
  );
}
