import { useLocalStorage } from "@vueuse/core";
import { defineStore } from "pinia";
import { ref } from "vue";

/** What this screen is looking at: the class, and colours as chalk or fired. */
export const useScreen = defineStore("screen", () => {
  const classId = useLocalStorage("class", "");
  const colours = useLocalStorage<"chalk" | "fired">("colours", "fired");
  const paper = useLocalStorage<"A4" | "letter">("paper", "A4");
  /** Milliseconds that the server's clock is ahead of this device's. */
  const skew = ref(0);
  const helpOpen = ref(false);
  /** The piece whose record lies open, "" for none. */
  const record = ref("");
  /** What the record is opened to write down, and of which surface. */
  const recordFor = ref({ kind: "", surface: "" });
  /** The drawer with the tablets of the room. */
  const tabletsOpen = ref(false);
  function toggleColours() {
    colours.value = colours.value === "fired" ? "chalk" : "fired";
  }
  function tellTime(now: string) {
    skew.value = Date.parse(now) - Date.now();
  }
  return {
    classId,
    colours,
    paper,
    skew,
    helpOpen,
    record,
    recordFor,
    tabletsOpen,
    toggleColours,
    tellTime,
  };
});
