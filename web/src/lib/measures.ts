import { ref } from "vue";
import type { Schemas } from "@/api/client";

/** What this school measures with, as the server last said it; the server itself always speaks of mm, mL and °C. */
export const measures = ref<Schemas["Units"]>({ length: "mm", volume: "mL", heat: "C" });
