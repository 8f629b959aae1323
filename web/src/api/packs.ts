/** The pilot's packs: named, flown, measured, put away. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, client } from "./client";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type Pack = Schemas["FlownPack"];
export type PackLife = Schemas["PackLifeOut"];

const lifeKey = (pack: string) => ["pack", pack];

export function usePackLife(pack: string) {
  return useQuery({
    queryKey: lifeKey(pack),
    queryFn: () =>
      answer(
        client.GET("/api/field/packs/{pack_id}/life", { params: { path: { pack_id: pack } } }),
      ),
  });
}

/** A pack's resistance written down, or a mistyped one taken away. */
export function usePackMeasure(pack: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (act: { day: string; mohm: number; by: "log" | "meter" } | { drop: number }) =>
      "drop" in act
        ? answer(
            client.DELETE("/api/field/packs/{pack_id}/measures/{measure}", {
              params: { path: { pack_id: pack, measure: act.drop } },
            }),
          )
        : answer(
            client.POST("/api/field/packs/{pack_id}/measures", {
              params: { path: { pack_id: pack } },
              body: act,
            }),
          ),
    onSuccess: (made) => queries.setQueryData(lifeKey(pack), made),
  });
}

/** What is done to packs. */
export type PackAct =
  | { do: "add"; id: string; name: string }
  | { do: "change"; id: string; name?: string; put_away?: boolean }
  | { do: "drop"; id: string };

export function usePackAct() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (act: PackAct): Promise<Pack[]> => {
      const path = { pack_id: act.id };
      if (act.do === "drop") {
        return answer(client.DELETE("/api/field/packs/{pack_id}", { params: { path } }));
      }
      const { id, do: _, ...body } = act;
      if (act.do === "change") {
        const changed = body as Schemas["PackChanged"];
        return answer(
          client.PATCH("/api/field/packs/{pack_id}", { params: { path }, body: changed }),
        );
      }
      return answer(client.POST("/api/field/packs", { body: { id, name: act.name } }));
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ["field"] }),
  });
}
