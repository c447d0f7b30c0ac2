<script setup lang="ts">
import { nextTick, ref, watch } from "vue";
import type { Schemas } from "@/api/client";
import { sayStack } from "@/lib/stack";
import GlazeFace from "@/ui/GlazeFace.vue";
import PieceShot from "@/ui/PieceShot.vue";

/** A stack on its ground: what became of it, how far its colours came apart, what to do next time. */
const props = defineProps<{ of: Schemas["StackRecord"]; teaches: boolean; chosen: boolean }>();
const emit = defineEmits<{ choose: []; hang: []; avoid: []; use: [] }>();
const hundred = (share: number) => Math.round(share * 100);
const row = ref<HTMLElement>();
/** The row that keys are for is in sight. */
watch(
  () => props.chosen,
  (now) => now && void nextTick(() => row.value?.scrollIntoView({ block: "nearest" })),
);
</script>

<template>
  <li
    ref="row"
    class="sheet"
    :class="{ avoid: of.avoid, chosen }"
    :aria-current="chosen"
    @click="emit('choose')"
  >
    <span class="face"><GlazeFace :raw="of.raw" :fired="of.look" colours="fired" /></span>
    <div class="what">
      <h2>{{ sayStack(of.stack) }}</h2>
      <p class="soft">
        {{ of.title }} · {{ of.clay }}, {{ of.textured ? "textured" : "smooth" }}, cone {{ of.cone
        }}{{ of.atmosphere === "reduction" ? ", reduction" : "" }}
      </p>
      <p v-if="of.avoid" class="why">Avoided: {{ of.avoid }}</p>
      <p v-if="of.advice">
        <b>{{ of.advice }}</b>
      </p>
    </div>
    <div class="sound">
      <template v-if="of.judged">
        <span
          ><b class="num">{{ of.sound }} of {{ of.judged }}</b> sound</span
        >
        <span
          class="range"
          :style="{ '--from': `${hundred(of.least)}%`, '--to': `${hundred(of.most)}%` }"
          role="img"
          :aria-label="`Between ${hundred(of.least)} and ${hundred(of.most)} in 100, four times of five`"
        />
        <span class="soft num">{{ hundred(of.least) }} to {{ hundred(of.most) }} in 100</span>
      </template>
      <span v-else class="soft">{{ of.fired }} fired, nobody looked yet</span>
    </div>
    <div class="more">
      <p v-for="f in of.faults" :key="f.name" class="num">{{ f.count }} × {{ f.name }}</p>
      <p v-for="f in of.flows" :key="f.name" class="soft num">{{ f.count }} × {{ f.name }}</p>
      <p v-if="of.said" class="num">{{ of.again }} of {{ of.said }} would repeat it</p>
      <p v-if="of.read?.length" class="reads num">
        <i v-for="(hex, n) in of.read.slice(-6)" :key="n" :style="{ background: hex }" aria-hidden="true" />
        {{
          of.apart === undefined
            ? "one colour read"
            : `${of.read.length} colours read, up to ΔE ${of.apart.toFixed(1)} apart`
        }}
      </p>
    </div>
    <div class="pictures">
      <PieceShot
        v-for="id in of.pictures.slice(-2)"
        :id="id"
        :key="id"
        class="shot"
        :alt="`A piece with ${sayStack(of.stack)}`"
      />
    </div>
    <div class="acts">
      <span v-if="of.tile" class="soft">tile {{ of.tile }}</span>
      <template v-if="teaches">
        <el-button v-if="!of.tile && of.sound && of.read?.length" size="small" @click="emit('hang')"
          >Make a tile</el-button
        >
        <el-button v-if="of.avoid" size="small" @click="emit('use')">Use it again</el-button>
        <el-button v-else size="small" @click="emit('avoid')">Avoid it</el-button>
      </template>
    </div>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 66px minmax(200px, 1.5fr) 190px minmax(150px, 1fr) auto 108px;
  gap: 16px;
  align-items: center;
  padding: 8px 14px 8px 8px;
  min-height: 72px;
}
.face {
  height: 56px;
}
h2 {
  margin: 0;
  font-size: 16px;
}
.what p,
.more p {
  margin: 0;
  line-height: 1.3;
}
li.chosen {
  box-shadow: inset 4px 0 var(--ink);
}
.reads {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  align-items: center;
}
.reads i {
  width: 14px;
  height: 14px;
}
.reads i:last-of-type {
  margin-right: 4px;
}
.avoid h2 {
  text-decoration: line-through;
}
.sound {
  display: grid;
  gap: 3px;
}
.range {
  display: block;
  height: 8px;
  background: linear-gradient(
    90deg,
    var(--line) var(--from),
    var(--ink) var(--from),
    var(--ink) var(--to),
    var(--line) var(--to)
  );
}
.pictures {
  display: flex;
  gap: 6px;
}
.shot {
  width: 66px;
  height: 56px;
}
.acts {
  display: grid;
  gap: 4px;
  justify-items: end;
}
@media (max-width: 1100px) {
  li {
    grid-template-columns: 66px 1fr 1fr;
  }
}
</style>
