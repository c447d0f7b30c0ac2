<script setup lang="ts">
import { computed, ref } from "vue";
import { answer, api, type Schemas, type Tile } from "@/api/client";
import { attempt } from "@/ui/messages";
import { useTile, useWall } from "@/wall/useWall";
import GlazeFace from "@/ui/GlazeFace.vue";
import { useChanged } from "@/lib/queries";
import { useScreen } from "@/lib/useScreen";

/** All that is known of one tile: what was read, how it covers its clay, and what nobody knows yet. */
const props = defineProps<{ code: string }>();
const emit = defineEmits<{ close: []; like: [code: string]; near: [tile: Tile] }>();
const screen = useScreen();
const wall = useWall();
const step = ref(1.5);
const detail = useTile(() => props.code, step);
const tile = computed(() => detail.data.value?.tile);
const pinned = computed(() => wall.pins.includes(props.code));
type Fault = Schemas["Fault"];
const tell = useChanged();
const faults: Record<Fault, string> = { crazed: "crazed", ran: "ran", avoid: "avoid it" };
/** Whoever plans the same stack on this clay is warned. */
async function mark(now: Fault[], leached?: string) {
  await attempt(
    answer(
      api.PUT("/tiles/{code}/faults", {
        params: { path: { code: props.code } },
        body: { faults: now, leached },
      }),
    ),
  );
  await tell("tile");
}
function show() {
  if (!pinned.value) wall.pin(props.code);
  wall.big = true;
  emit("close");
}
</script>

<template>
  <el-drawer :model-value="true" size="480px" @close="emit('close')">
    <template #header="{ titleId }">
      <h2 :id="titleId">
        {{ code }} <span class="title">{{ tile?.title }}</span>
      </h2>
    </template>
    <div v-if="detail.data.value && tile" class="one">
      <div class="faces">
        <GlazeFace :raw="tile.raw" :fired="tile.fired" :colours="screen.colours" />
        <GlazeFace
          v-if="tile.texture"
          class="rough"
          :raw="tile.raw"
          :fired="tile.texture"
          :colours="screen.colours"
        />
        <GlazeFace
          :raw="tile.raw"
          :fired="tile.fired"
          :colours="screen.colours === 'fired' ? 'chalk' : 'fired'"
        />
      </div>
      <p class="soft num">
        {{ tile.clay }}, cone {{ tile.cone }}, {{ tile.atmosphere
        }}{{ tile.place ? `, place ${tile.place}` : "" }} · L* {{ detail.data.value.lab.l.toFixed(1) }} a*
        {{ detail.data.value.lab.a.toFixed(1) }} b* {{ detail.data.value.lab.b.toFixed(1) }} ·
        {{ tile.fired }}
      </p>
      <div class="acts">
        <el-button @click="wall.pin(code)">{{ pinned ? "Remove from comparison" : "Compare" }}</el-button>
        <el-button @click="show">Show the class</el-button>
        <el-button @click="emit('like', code)">Find similar colours</el-button>
        <el-button @click="emit('near', tile)">Order the wall by it</el-button>
      </div>
      <section>
        <h3>What went wrong with it</h3>
        <el-checkbox-group :model-value="tile.faults" class="faults" @change="mark($event as Fault[])">
          <el-checkbox v-for="(says, fault) in faults" :key="fault" :value="fault" :label="says" />
        </el-checkbox-group>
        <label class="leach"
          >A laboratory's leach test of it: the report is called
          <el-input
            :model-value="tile.leached ?? ''"
            maxlength="120"
            placeholder="none on record"
            @change="mark(tile.faults, $event)"
        /></label>
      </section>
      <section>
        <h3>How it covers</h3>
        <p>{{ detail.data.value.curve.says }}</p>
        <ol v-if="detail.data.value.curve.known" class="coats">
          <li v-for="c in detail.data.value.curve.coats" :key="c.coats">
            <i :style="{ background: c.hex }" :class="{ told: !c.fired }" aria-hidden="true" />
            <b class="num">{{ c.coats }} {{ c.coats === 1 ? "coat" : "coats" }}</b>
            <span>{{ c.fired ? "fired" : "told by the curve" }}{{ c.clayShows ? ", clay shows" : "" }}</span>
          </li>
        </ol>
        <label v-if="detail.data.value.curve.known" class="soft step">
          Another coat is worth it from ΔE2000
          <el-input-number
            v-model="step"
            :min="0.5"
            :max="6"
            :step="0.5"
            size="small"
            aria-label="Step that counts"
          />
        </label>
        <p v-if="detail.data.value.curve.estimates.length" class="soft">
          On other clays nobody knows its colour before a tile is fired; how many coats it may take:
        </p>
        <ul class="estimates">
          <li v-for="e in detail.data.value.curve.estimates" :key="e.clay">{{ e.says }}</li>
        </ul>
      </section>
      <section v-if="tile.samples?.length">
        <h3>Averaged from pieces</h3>
        <p class="samples num">
          <i v-for="(hex, n) in tile.samples" :key="n" :style="{ background: hex }" aria-hidden="true" />
          {{ tile.samples.length }} {{ tile.samples.length === 1 ? "surface" : "surfaces" }} of pieces{{
            tile.samples.length > 1 ? `, up to ΔE ${tile.apart?.toFixed(1)} apart` : ""
          }}
        </p>
      </section>
      <section v-if="detail.data.value.readings.length">
        <h3>What was read</h3>
        <ul class="readings">
          <li v-for="r in detail.data.value.readings" :key="r.half + r.coats">
            <i :style="{ background: r.hex }" aria-hidden="true" />
            <span class="num"
              >{{ r.half }}, {{ r.coats }}×: L* {{ r.lab.l.toFixed(1) }} a* {{ r.lab.a.toFixed(1) }} b*
              {{ r.lab.b.toFixed(1) }}<template v-if="r.scatter"> ± {{ r.scatter.toFixed(1) }}</template
              >, {{ r.source }}</span
            >
            <span v-for="f in r.flags" :key="f.flag" class="flag"
              >{{ r.doubtful ? "▲" : "–" }} {{ f.means }}</span
            >
          </li>
        </ul>
      </section>
    </div>
  </el-drawer>
</template>

<style scoped>
.samples {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
  align-items: center;
}
.samples i {
  width: 26px;
  height: 26px;
}
.leach {
  display: grid;
  gap: 2px;
  font-size: 14px;
}
.title {
  font-weight: 400;
}
.one {
  display: grid;
  gap: 16px;
}
.faces {
  display: flex;
  height: 150px;
  border: 14px solid var(--wall);
}
.rough {
  clip-path: polygon(
    0 0,
    10% 2%,
    20% 0,
    30% 2%,
    40% 0,
    50% 2%,
    60% 0,
    70% 2%,
    80% 0,
    90% 2%,
    100% 0,
    100% 100%,
    0 100%
  );
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.acts .el-button + .el-button {
  margin-left: 0;
}
section {
  display: grid;
  gap: 8px;
}
.coats {
  display: flex;
  gap: 4px;
}
.coats li {
  flex: 1;
  display: grid;
  font-size: 13px;
  line-height: 1.3;
}
.coats i {
  height: 56px;
  border: 1px solid var(--line-strong);
}
.coats .told {
  border-style: dashed;
  border-width: 2px;
}
.step {
  font-size: 14px;
}
.step .el-input-number {
  width: 96px;
}
.estimates,
.readings {
  font-size: 14px;
  display: grid;
  gap: 4px;
}
.readings li {
  display: grid;
  grid-template-columns: 30px 1fr;
  gap: 0 8px;
  align-items: center;
}
.readings i {
  height: 24px;
  border: 1px solid var(--line-strong);
}
.flag {
  grid-column: 2;
  font-size: 13px;
}
</style>
