/** Who is signed in. */
import { skipToken, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, client, type Who } from "./client";

const KEY = ["account"];

export function useWho() {
  return useQuery({
    queryKey: KEY,
    queryFn: () => answer(client.GET("/api/account")),
    staleTime: 60_000,
  });
}

type Entry =
  | { way: "sign-in" | "sign-up"; name: string; password: string }
  | { way: "forgotten"; name: string; code: string; password: string }
  | { way: "demo" }
  | { way: "sign-out" };

const CODES = [...KEY, "codes"];
const MADE = [...CODES, "made"];

function enter(entry: Entry): Promise<Who & { codes?: string[] }> {
  if (entry.way === "demo") return answer(client.POST("/api/account/demo"));
  if (entry.way === "sign-out") return answer(client.POST("/api/account/sign-out"));
  const { way, ...body } = entry;
  if (way === "sign-in") return answer(client.POST("/api/account/sign-in", { body }));
  if (way === "sign-up") return answer(client.POST("/api/account/sign-up", { body }));
  return answer(client.POST("/api/account/password/reset", { body: { code: "", ...body } }));
}

/** Sign in, up or out, or enter the demo hangar; everything known of another pilot is dropped. */
export function useEntry() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: enter,
    onSuccess: ({ codes, ...who }) => {
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== KEY[0] });
      queries.removeQueries({ queryKey: CODES });
      if (codes) queries.setQueryData(MADE, codes);
      queries.setQueryData(KEY, who);
    },
  });
}

/** The codes just made at sign-up, until they are put away. */
export function useMadeCodes(): { codes: string[] | null; putAway: () => void } {
  const queries = useQueryClient();
  const made = useQuery<string[] | null>({
    queryKey: MADE,
    queryFn: skipToken,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: Number.POSITIVE_INFINITY,
  });
  return { codes: made.data ?? null, putAway: () => queries.setQueryData(MADE, null) };
}

/** How many codes for a forgotten password are left. */
export function useCodesLeft() {
  return useQuery({
    queryKey: CODES,
    queryFn: () => answer(client.GET("/api/account/codes")),
  });
}

/** Make new codes in the place of the old ones. */
export function useNewCodes() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (password: string) =>
      answer(client.POST("/api/account/codes", { body: { password } })),
    onSuccess: ({ left }) => queries.setQueryData(CODES, { left, codes: [] }),
  });
}

/** Put away what was told of a sign-in. */
export function useHeard() {
  const queries = useQueryClient();
  return () => queries.setQueryData<Who>(KEY, (who) => who && { ...who, told: "" });
}

/** Remove the account that is signed in, with everything in it. */
export function useLeave() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (password: string) =>
      answer(client.POST("/api/account/remove", { body: { password } })),
    onSuccess: (who) => {
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== KEY[0] });
      queries.setQueryData(KEY, who);
    },
  });
}

export function useNewPassword() {
  return useMutation({
    mutationFn: (body: { old_password: string; new_password: string }) =>
      answer(client.POST("/api/account/password", { body })),
  });
}
