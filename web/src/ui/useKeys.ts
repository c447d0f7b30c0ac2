import { useEventListener } from "@vueuse/core";
import { toValue, type MaybeRefOrGetter } from "vue";

/** Keys by name, as in KeyboardEvent.key. */
export type Keys = Record<string, (event: KeyboardEvent) => void>;

/**
 * Listens for single keys while nothing is being typed and no dialog is open.
 *
 * @example useKeys({ c: screen.toggleColours })
 */
export function useKeys(keys: MaybeRefOrGetter<Keys>) {
  useEventListener(window, "keydown", (event: KeyboardEvent) => {
    const at = event.target as HTMLElement;
    const typing = at.closest(
      "input, textarea, select, [contenteditable], [role=dialog], .el-select__wrapper",
    );
    if (typing || event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
    const act = toValue(keys)[event.key];
    if (!act) return;
    if ((event.key === " " || event.key === "Enter") && at.closest("button, a")) return;
    event.preventDefault();
    act(event);
  });
}

/** After a choice in a list the keys of the screen count again at once. */
export function toTheWork() {
  setTimeout(() => document.getElementById("main")?.focus());
}
