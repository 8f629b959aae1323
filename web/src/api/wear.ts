/** Parts of a helicopter that wear, and what a crash asks for. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, client } from "./client";
import { fieldKey } from "./field";
import type { components } from "./schema";

export type Wear = components["schemas"]["WearOut"];

const FIELD = "/api/helicopters/{helicopter_id}/field";

export function useWear(id: string) {
  return useQuery({
    queryKey: [...fieldKey(id), "wear"],
    queryFn: () => answer(client.GET(`${FIELD}/wear`, { params: { path: { helicopter_id: id } } })),
  });
}

/** Ask for it anew, once something else changed what it says. */
export function useWearAnew(id: string) {
  const queries = useQueryClient();
  return () => queries.invalidateQueries({ queryKey: fieldKey(id) });
}

/** Note that a piece was looked at after a crash, or was not after all; shown at once. */
export function useLookedOver(id: string) {
  const queries = useQueryClient();
  const key = [...fieldKey(id), "wear"];
  const ticks = [...key, "looked over"];
  return useMutation({
    mutationKey: ticks,
    scope: { id: ticks.join() },
    mutationFn: (body: { what: string; looked: boolean }) =>
      answer(
        client.POST(`${FIELD}/crash-checks`, {
          params: { path: { helicopter_id: id } },
          body: { id: crypto.randomUUID(), saw: "", ...body },
        }),
      ),
    onMutate: async ({ what, looked }) => {
      // An answer under way was given before this tick and would take it off again.
      await queries.cancelQueries({ queryKey: key });
      queries.setQueryData<Wear>(
        key,
        (was) =>
          was && {
            ...was,
            after_a_crash: was.after_a_crash.map((each) =>
              each.what === what ? { ...each, looked } : each,
            ),
          },
      );
    },
    onSuccess: (made) => {
      if (queries.isMutating({ mutationKey: ticks }) === 1) queries.setQueryData(key, made);
    },
    onError: () => queries.invalidateQueries({ queryKey: key }),
  });
}

/** Note that a part is new now. */
export function usePartNew(id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (part: string) =>
      answer(
        client.POST(`${FIELD}/parts`, {
          params: { path: { helicopter_id: id } },
          body: { id: crypto.randomUUID(), saw: "", part },
        }),
      ),
    onSuccess: (made) => queries.setQueryData([...fieldKey(id), "wear"], made),
  });
}
