import { useEventListener, useMutationObserver } from "@vueuse/core";
import { onBeforeUnmount, onMounted, shallowRef } from "vue";

/**
 * Keeps what was pressed last where the hand has it; before any press, the first that is in sight. When a
 * question or a list above it comes or goes, whoever asked for it, the page is scrolled by as much before
 * anything else can be pressed, so that no tap meets what it was not meant for.
 *
 * @param held selects what is to stand still: the nearest such element around a press
 * @example useSteady("tbody tr") // the rows of a table, under a list that comes and goes
 */
export function useSteady(held: string) {
  const page = document.documentElement;
  const main = shallowRef<HTMLElement | null>(null);
  let at: Element | null = null;
  let top = 0; // of its upper edge in the window, px
  let room = 0; // px kept empty above everything, where there was nothing to scroll back to
  const now = () => at!.getBoundingClientRect().top;

  function hold(element: Element | null) {
    at = element;
    if (at) top = now();
  }
  const pressed = (event: Event) => hold(event.target instanceof Element ? event.target.closest(held) : null);
  const inSight = (e: Element) => e.getBoundingClientRect().bottom > 0 && e.getClientRects().length > 0;
  function keepEmpty(px: number) {
    room = px;
    main.value?.style.setProperty("margin-top", `${px}px`);
  }
  const scroll = (by: number) => window.scrollBy({ top: by, behavior: "instant" });
  function steady() {
    if (!at?.isConnected || !at.getClientRects().length) {
      if (room) keepEmpty(0);
      return hold([...document.querySelectorAll(held)].find(inSight) ?? null);
    }
    const off = now() - top; // a page that became shorter may have been scrolled already
    if (Math.abs(off) < 1) return;
    if (off < 0) {
      scroll(off);
      if (now() < top - 1) keepEmpty(room + top - now());
      return;
    }
    if (room) keepEmpty(Math.max(0, room - off));
    const by = now() - top;
    if (by < 1) return;
    // A page that ends too early to be scrolled so far is made longer.
    const ends = window.scrollY + by + window.innerHeight;
    if (ends > page.scrollHeight) page.style.setProperty("min-height", `${ends}px`);
    scroll(by);
  }
  useEventListener(window, "scroll", () => at?.isConnected && (top = now()), { passive: true });
  useEventListener(document, "pointerdown", pressed, { capture: true });
  useMutationObserver(main, steady, {
    childList: true,
    subtree: true,
    characterData: true,
    attributes: true,
  });
  // The browser does the like by itself, except at the upper end of a page: not both.
  onMounted(() => {
    main.value = document.getElementById("main");
    page.style.setProperty("overflow-anchor", "none");
  });
  onBeforeUnmount(() => {
    keepEmpty(0);
    page.style.removeProperty("min-height");
    page.style.removeProperty("overflow-anchor");
  });
}
