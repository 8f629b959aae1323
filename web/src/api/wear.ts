/** Parts of a helicopter that wear, and what a crash asks for. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, client } from "./client";
import { fieldKey } from "./field";

const FIELD = "/api/helicopters/{helicopter_id}/field";

export function useWear(id: string) {
  return useQuery({
    queryKey: [...fieldKey(id), "wear"],
    queryFn: () => answer(client.GET(`${FIELD}/wear`, { params: { path: { helicopter_id: id } } })),
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
