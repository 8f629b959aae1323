/** Who is signed in. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
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
  | { way: "demo" }
  | { way: "sign-out" };

/** Sign in, up or out, or enter the demo hangar; everything known of another pilot is dropped. */
export function useEntry() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (entry: Entry): Promise<Who> => {
      if (entry.way === "demo") return answer(client.POST("/api/account/demo"));
      if (entry.way === "sign-out") return answer(client.POST("/api/account/sign-out"));
      const body = { name: entry.name, password: entry.password };
      return entry.way === "sign-in"
        ? answer(client.POST("/api/account/sign-in", { body }))
        : answer(client.POST("/api/account/sign-up", { body }));
    },
    onSuccess: (who) => {
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== KEY[0] });
      queries.setQueryData(KEY, who);
    },
  });
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
