<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, Problem, type Schemas } from "@/api/client";
import KilnDrawing from "@/kiln/KilnDrawing.vue";
import KilnForm from "@/kiln/KilnForm.vue";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { weekdays } from "@/lessons/days";
import { useSession } from "@/lib/useSession";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import { mm } from "@/ui/figures";

/** The kilns of the house: measures, shelves, posts; each drawn to scale. */
type Kiln = Schemas["Kiln"];
const kilns = useAsk(queries.kilns());
const changed = useChanged();
const session = useSession();
const teaches = computed(() => session.data.value?.role === "teacher");
const edited = ref<Kiln>();
const faults = ref<Schemas["FieldError"][]>([]);
const copy = (k: Kiln) => JSON.parse(JSON.stringify(k)) as Kiln;
watch(edited, () => (faults.value = []));

async function add() {
  edited.value = await attempt(answer(api.GET("/kilns/usual")));
}
async function keep() {
  const body = edited.value!;
  try {
    const call = body.id
      ? api.PUT("/kilns/{id}", { params: { path: { id: body.id } }, body })
      : api.POST("/kilns", { body });
    const kept = await answer(call);
    edited.value = undefined;
    say(`${kept.kiln.name} is kept.`);
    await changed("kiln");
  } catch (e) {
    if (e instanceof Problem && e.fields.length) faults.value = e.fields;
    else say((e as Error).message, "error");
  }
}
const shapes = { round: "round", oval: "oval", octagonal: "eight-sided", rectangular: "rectangular" };
const across = (k: Kiln) =>
  k.depthMM && (k.shape === "oval" || k.shape === "rectangular")
    ? `${mm(k.widthMM)} by ${mm(k.depthMM)}`
    : `${mm(k.widthMM)} across`;
/** "Wednesday, Saturday", the week beginning on Monday. */
const closed = (k: Kiln) =>
  k.closed
    .map((d) => (d + 6) % 7)
    .sort()
    .map((d) => weekdays[d])
    .join(", ");
const days = (k: Kiln) =>
  k.minutes === 1440
    ? "a day"
    : k.minutes >= 1440
      ? `${Math.round(k.minutes / 144) / 10} days`
      : `${Math.round(k.minutes / 60)} hours`;
</script>

<template>
  <div class="head">
    <div>
      <p class="soft"><PlaceLink to="/kiln">Kiln</PlaceLink></p>
      <h1>Kilns and their shelves</h1>
      <p class="soft">Inside measures. A load is planned with the shelves and posts that are here.</p>
    </div>
    <el-button v-if="teaches && !edited" type="primary" @click="add">Add a kiln</el-button>
  </div>
  <KilnForm v-if="edited" v-model="edited" :faults="faults" @keep="keep" @cancel="edited = undefined" />
  <template v-else>
    <p v-if="kilns.data.value?.length === 0" class="soft">
      No kiln yet. Add one with its shelves and posts, and loads can be planned.
    </p>
    <ul class="kilns">
      <li v-for="k in kilns.data.value" :key="k.kiln.id">
        <KilnDrawing :seen="k" />
        <div>
          <h2>{{ k.kiln.name }}</h2>
          <p>
            {{ shapes[k.kiln.shape] }}, {{ across(k.kiln) }}, {{ mm(k.kiln.tallMM) }} tall, loaded from
            {{ k.kiln.opening === "lid" ? "above" : "the front" }}
          </p>
          <p>
            {{ k.kiln.whole.count }} shelves<template v-if="k.kiln.half.count">
              and {{ k.kiln.half.count }} halves</template
            >; posts {{ k.kiln.posts.map((p) => `${p.count} of ${mm(p.highMM)}`).join(", ") || "none" }}
          </p>
          <p>
            Cone {{ k.kiln.from }} to {{ k.kiln.to }}, {{ k.kiln.air }}; a load is out after {{ days(k.kiln)
            }}<template v-if="k.kiln.closed.length">; never lit on {{ closed(k.kiln) }}</template>
          </p>
          <details v-if="k.places.length">
            <summary>What came out, by where it stood</summary>
            <ul class="places">
              <li v-for="p in k.places" :key="p.place">
                {{ p.place }}: <b>{{ p.sound }} of {{ p.pieces }}</b> sound
              </li>
            </ul>
            <p class="soft">A few pieces say little: they may have been the pieces, and not the place.</p>
          </details>
          <p v-if="k.kiln.rests"><b>Out of use</b></p>
          <p v-for="f in k.faults" :key="f" class="wrong">{{ f }}</p>
          <el-button v-if="teaches" :aria-label="`Change ${k.kiln.name}`" @click="edited = copy(k.kiln)"
            >Change</el-button
          >
        </div>
      </li>
    </ul>
  </template>
</template>

<style scoped>
.kilns {
  display: grid;
  gap: 16px;
  margin-top: 12px;
}
.kilns li {
  display: grid;
  grid-template-columns: minmax(220px, 440px) 1fr;
  gap: 24px;
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 14px 18px;
}
.kilns p {
  margin-top: 4px;
}
.kilns .el-button {
  margin-top: 12px;
}
.wrong {
  font-weight: 600;
}
</style>
