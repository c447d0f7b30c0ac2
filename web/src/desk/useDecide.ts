import { answer, api, type Schemas } from "@/api/client";
import { attempt } from "@/ui/messages";
import { useChanged } from "@/lib/queries";

/** One word on one plan, as the screen knows it. */
export interface Said {
  id: string;
  revision: number;
  verdict: Schemas["Word"]["verdict"];
  note?: string;
}

/** Approves or returns plans, all or none; says the refusal where there is one. */
export function useDecide() {
  const changed = useChanged();
  async function decide(said: Said[]) {
    const words = said.map((s) => ({
      piece: s.id,
      revision: s.revision,
      verdict: s.verdict,
      note: s.note ?? "",
    }));
    const done = await attempt(answer(api.POST("/approvals", { body: { words } })).then(() => true));
    await changed("house"); // how every one of them is judged may be another
    return !!done;
  }
  return { decide };
}
