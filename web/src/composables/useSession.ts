import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { answer, api } from "@/api/client";
import { useRoom } from "./useRoom";

/** Who is here, and whether the school is set up. */
export function useSession() {
  const room = useRoom();
  return useQuery({
    queryKey: ["session"],
    queryFn: async () => {
      const session = await answer(api.GET("/session"));
      room.tellTime(session.now);
      return session;
    },
    staleTime: 60_000,
  });
}

/** Throws away what the screen knows, after the clock or the session moved. */
export function useStartAgain() {
  const client = useQueryClient();
  return () => client.invalidateQueries();
}
