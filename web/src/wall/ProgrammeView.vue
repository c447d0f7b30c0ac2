<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import PlaceLink from "@/ui/PlaceLink.vue";
import MakingSheet from "@/wall/MakingSheet.vue";
import { useClasses } from "@/lib/useLists";
import { attempt, say } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";
import { queries, useChanged } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import ClassSelect from "@/ui/ClassSelect.vue";

/** The fewest tiles that show what is planned and nobody has fired; kept ones print as making sheets. */
const screen = useScreen();
const changed = useChanged();
const classes = useClasses();
/** The classes whose plans are asked; none for all. */
const asked = ref(screen.classId ? [screen.classId] : []);
watch(
  () => screen.classId,
  (id) => (asked.value = id ? [id] : []),
);
const whose = computed(
  () => asked.value.map((id) => classes.byId.value.get(id)?.name).join(", ") || "all classes",
);
const untried = useAsk(computed(() => queries.untried(asked.value)));
const kept = useAsk(queries.programmes());
const where = (u: { clay: string; cone: string; atmosphere: string }) =>
  `${u.clay}, cone ${u.cone}, ${u.atmosphere}`;
const of = (n: number, noun: string) => `${n} ${noun}${n === 1 ? "" : "s"}`;
function sum(s: Schemas["ProgrammeSheet"]) {
  const parts = [
    s.crossed.length && of(s.crossed.length, "crossed tile"),
    s.strips.length && of(s.strips.length, "strip tile"),
  ];
  return parts.filter(Boolean).join(" and ");
}
async function keep(u: Schemas["Untried"]) {
  const body = { classes: asked.value, clay: u.clay, cone: u.cone, atmosphere: u.atmosphere };
  const made = await attempt(answer(api.POST("/programmes", { body })));
  if (!made) return;
  say(`${sum(made.sheet)} to make. Their boxes are named for the photograph.`);
  await changed("programme");
}
async function drop(id: string) {
  await attempt(answer(api.DELETE("/programmes/{id}", { params: { path: { id } } })));
  await changed("programme");
}
const print = () => window.print();
</script>

<template>
  <div class="head screen">
    <div>
      <p class="soft"><PlaceLink to="/tiles">Tiles</PlaceLink> · to make</p>
      <h1>Tiles to make</h1>
      <p class="soft">
        What {{ whose }} plan and no tile shows. A tile holds three bases crossed by three tops.
      </p>
    </div>
    <ClassSelect
      v-model="asked"
      multiple
      collapse-tags
      placeholder="all classes"
      aria-label="Classes whose plans are asked"
      class="asked"
    />
    <el-button type="primary" :disabled="!kept.data.value?.length" @click="print"
      >Print the making sheets</el-button
    >
  </div>
  <section v-for="u in untried.data.value" :key="where(u)" class="ask screen">
    <div class="one">
      <header>
        <h2>{{ where(u) }}</h2>
        <el-button type="primary" @click="keep(u)">Save this programme</el-button>
      </header>
      <p>
        {{
          u.stacks.length
            ? `${of(u.stacks.length, "stack")} that nobody has fired`
            : "Every stack has its tile"
        }}{{
          u.strips.length ? `, and ${of(u.strips.length, "glaze")} of which nobody knows how it covers` : ""
        }}: <b>{{ sum(u.sheet) }}</b>{{
          u.sheet.crossed.length
            ? u.sheet.proven
              ? ", and fewer will not do."
              : `; no programme has fewer than ${u.sheet.atLeast} crossed ones.`
            : "."
        }}
      </p>
      <ul class="stacks">
        <li v-for="s in u.stacks" :key="s.stack">
          <b class="num">{{ s.stack }}</b>: {{ s.pieces.slice(0, 4).join(", ")
          }}{{ s.pieces.length > 4 ? ` and ${s.pieces.length - 4} more` : "" }}
        </li>
        <li v-if="u.strips.length"><b>Strips</b>: {{ u.strips.join(", ") }}</li>
      </ul>
      <MakingSheet :sheet="u.sheet" />
    </div>
  </section>
  <p v-if="untried.isSuccess.value && !untried.data.value?.length" class="empty screen">
    Every planned stack has its tile here.
  </p>
  <section v-for="p in kept.data.value" :key="p.id" class="programme">
    <header>
      <h2>
        {{ p.name }} <span class="soft">{{ where(p) }} · {{ p.read }} of {{ p.fields }} fields read</span>
      </h2>
      <span class="screen">
        <PlaceLink to="/tiles/read">Read their photograph</PlaceLink>
        <el-button size="small" @click="drop(p.id)">Delete</el-button>
      </span>
    </header>
    <MakingSheet :sheet="p.sheet" />
  </section>
</template>

<style scoped>
.ask {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 12px 16px;
  margin-bottom: 12px;
}
.asked {
  width: 240px;
  margin-left: auto;
}
.one {
  display: grid;
  gap: 10px;
  flex: 1;
  min-width: 0;
}
.stacks {
  columns: 2;
  column-gap: 26px;
  font-size: 14px;
}
.stacks li {
  break-inside: avoid;
  margin-bottom: 3px;
}
.programme {
  margin-top: 26px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  margin-bottom: 4px;
}
header .screen {
  display: flex;
  gap: 14px;
  align-items: center;
}
header span {
  font-weight: 400;
}
.empty {
  font-size: 17px;
  padding: 20px 0;
}
</style>
