import { computed, ref } from "vue";
import type { Schemas } from "@/api/client";
import { attempt } from "@/ui/messages";
import { useUpload } from "@/ui/useUpload";

type Kind = Schemas["ListKind"];

/** A cell as CSV has it. */
const quoted = (cell: string) => (/[",\n;\t]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);

/**
 * A file, or pasted cells, on the way to a list: its sheets, which column is which, what stands in
 * all rows alike; and the list as the server takes it, each row on the line that it has in the file.
 *
 * @example const file = useListFile("students"); await file.take(chosen); file.text.value
 */
export function useListFile(kind: Kind) {
  const upload = useUpload();
  const read = ref<Schemas["ListFile"]>();
  const at = ref(0);
  /** Columns of the list to columns of the sheet; -1 for none. */
  const columns = ref<Record<string, number>>({});
  /** What every row has in a column that the sheet lacks. */
  const fixed = ref<Record<string, string>>({});
  const sheet = computed(() => read.value?.sheets[at.value]);
  const headings = computed(() => {
    const s = sheet.value;
    if (!s) return [];
    const width = Math.max(...s.rows.map((r) => r.cells.length));
    const first = s.rows[s.heading + 1]?.cells ?? [];
    return Array.from({ length: width }, (_, i) => ({
      key: i,
      name: s.rows[s.heading]?.cells[i] || `Column ${i + 1}`,
      beside: first[i] ?? "",
    }));
  });
  function choose(index: number) {
    at.value = index;
    columns.value = { ...read.value?.sheets[index]?.matched };
    fixed.value = {};
  }
  async function take(file: File) {
    const got = await attempt(
      upload.send<Schemas["ListFile"]>("POST", `/api/imports/file?kind=${kind}`, file),
    );
    read.value = got;
    if (got) choose(got.sheet);
    return !!got;
  }
  /** Columns that the list has, from the sheet or for all rows. */
  const used = computed(() =>
    (read.value?.columns ?? []).filter((c) => (columns.value[c.key] ?? -1) >= 0 || fixed.value[c.key]),
  );
  const text = computed(() => {
    const s = sheet.value;
    if (!s || !used.value.length) return "";
    const lines: string[] = [];
    s.rows.slice(s.heading).forEach((r, i) => {
      const cells = used.value.map((c) => {
        if (!i) return c.key;
        const from = columns.value[c.key] ?? -1;
        return from >= 0 ? (r.cells[from] ?? "") : (fixed.value[c.key] ?? "");
      });
      lines[r.row - 1] = cells.map(quoted).join(",");
    });
    return Array.from(lines, (l) => l ?? "").join("\n");
  });
  return { read, at, sheet, columns, fixed, headings, choose, take, text };
}
