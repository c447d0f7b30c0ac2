import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { queries } from "@/lib/queries";

/** The ends of the last lessons of a class before a moment, within four weeks, the newest first. */
export function lessonsBefore(bells: Schemas["Bell"][], classId: string, at: Date, most = 4): Date[] {
  const found: Date[] = [];
  for (let back = 0; back < 28 && found.length < most; back++) {
    const day = new Date(at);
    day.setDate(day.getDate() - back);
    const weekday = ((day.getDay() + 6) % 7) + 1;
    for (const b of bells.filter((x) => x.class === classId && x.weekday === weekday)) {
      const [h, m] = b.ends.split(":").map(Number);
      const end = new Date(day);
      end.setHours(h!, m, 0, 0);
      if (end < at) found.push(end);
    }
  }
  return found;
}

/** The class in the room now, its tablets, and the bells of the week. */
export function useBells() {
  const client = useQueryClient();
  const query = useQuery(queries.room());
  const room = computed(() => query.data.value);
  const keep = (now?: Schemas["Room"]) => now && client.setQueryData(queries.room().queryKey, now);

  const before = (classId: string, at: Date) => lessonsBefore(room.value?.bells ?? [], classId, at);
  return { room, keep, lessonsBefore: before };
}
