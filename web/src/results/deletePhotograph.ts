import { answer, api } from "@/api/client";
import { ask, attempt, say } from "@/ui/messages";
import { dayAndClock } from "@/ui/moments";

/** Deletes a photograph for good, once it was said who loses one with it; says which copies hold it still. */
export async function deletePhotograph(id: string): Promise<boolean> {
  const path = { params: { path: { id } } };
  const one = await attempt(answer(api.GET("/photographs/{id}", path)));
  if (!one) return false;
  const also = one.with?.length ? ` The parts of its board go with it: ${one.with.join("; ")}.` : "";
  const text = `It is gone from this school's file for good, whoever is in it.${also}`;
  if (!(await ask("Delete this photograph?", text, "Delete"))) return false;
  const copies = await attempt(answer(api.DELETE("/photographs/{id}", path)));
  if (!copies) return false;
  const last = copies[0]?.goes;
  say(
    copies.length
      ? `Deleted. ${copies.length === 1 ? "One copy holds" : `${copies.length} copies hold`} it still${
          last ? `, until ${dayAndClock(last)}` : ""
        }: ${copies.map((c) => c.name).join(", ")}. Copies outside this folder are yours to delete.`
      : "Deleted. No copy beside the school holds it; copies outside its folder are yours to delete.",
  );
  return true;
}
