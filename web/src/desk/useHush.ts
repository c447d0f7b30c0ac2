import { answer, api, type Schemas } from "@/api/client";
import { useClasses } from "@/lib/useLists";
import { useChanged } from "@/lib/queries";
import { attempt, say } from "@/ui/messages";

/** Hides notes of one kind for a class once, or shows them again. */
export function useHush() {
  const classes = useClasses();
  const changed = useChanged();
  return async (classId: string, code: Schemas["MatterCode"], hide: boolean) => {
    const of = classes.byId.value.get(classId);
    if (!of) return;
    const { id, clay, cone } = of;
    const hushed = hide ? [...of.hushed, code] : of.hushed.filter((c) => c !== code);
    const body = { clay, cone, hushed };
    const now = await attempt(answer(api.PUT("/classes/{id}", { params: { path: { id } }, body })));
    await changed("class");
    if (now)
      say(hide ? `${now.name} does not see notes of this kind any more.` : `${now.name} sees them again.`);
  };
}
