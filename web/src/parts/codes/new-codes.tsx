/** How many codes for a forgotten password are left, and new ones in their place. */
import { useState } from "react";
import { useCodesLeft, useNewCodes } from "@/api/account";
import { asProblem } from "@/api/client";
import { PasswordInUse } from "@/parts/password-in-use";
import { ProblemNote } from "@/parts/problem-note";
import { besides } from "@/parts/text-field";
import { CodeList } from "./code-list";

export function NewCodes() {
  const left = useCodesLeft();
  const make = useNewCodes();
  const problem = make.isError ? asProblem(make.error) : null;
  const [password, setPassword] = useState("");
  const count = left.data?.left;
  if (make.data) {
    return (
      <>
        <p className="mb-3 text-sm">
          Keep these; they are shown only now. The codes from before are good for nothing any more.
        </p>
        <CodeList codes={make.data.codes} />
      </>
    );
  }
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        make.mutate(password);
      }}
    >
      <p className="text-sm">
        A code sets another password at the door, if you forget yours; each is good once.{" "}
        {count !== undefined && (
          <strong>
            {count === 0
              ? "You have none now."
              : `${count} ${count === 1 ? "is" : "are"} left now.`}
          </strong>
        )}
      </p>
      <PasswordInUse value={password} onChange={setPassword} problem={problem} />
      {problem && <ProblemNote problem={besides(problem, ["password"])} />}
      <button type="submit" className="key w-full" disabled={make.isPending}>
        Make new codes
      </button>
    </form>
  );
}
