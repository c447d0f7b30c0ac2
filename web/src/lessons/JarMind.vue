<script setup lang="ts">
import { answer, api, type Schemas } from "@/api/client";
import { useChanged } from "@/lib/queries";
import { useStirTimer } from "@/lib/useStirTimer";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";

/** Jars that want a hand before the brush: a timer runs while one is shaken, and then it is stirred. */
defineProps<{ jars: Schemas["JarToMind"][] }>();
const changed = useChanged();
const acts = {
  shake: "Shake",
  stir: "Stir",
  thin: "Thin",
  thicken: "Let thicken",
  replace: "Replace",
  closed: "Leave closed",
} as const;
const { running, time, start, stop } = useStirTimer((code) => void stirred([code]));
async function stirred(codes: string[]) {
  if (!(await attempt(answer(api.POST("/glazes/stirred", { body: { codes } }))))) return;
  await changed("glaze");
  say(codes.length === 1 ? `${codes[0]} is stirred.` : `${codes.length} jars are stirred.`);
}
const mixes = (j: Schemas["JarToMind"]) => j.act === "shake" || j.act === "stir";
</script>

<template>
  <ul>
    <li v-for="j in jars" :key="j.code">
      <i :style="{ background: j.raw }" aria-hidden="true" />
      <span>
        <b>{{ acts[j.act] }} {{ j.code }}</b> {{ j.name }}
        <span class="soft">{{ j.why }}{{ j.place ? `; ${j.place}` : "" }}</span>
      </span>
      <span class="acts screen">
        <template v-if="mixes(j)">
          <template v-if="running === j.code">
            <b class="left num" role="timer">{{ time }}</b>
            <el-button size="small" @click="stop">Stop</el-button>
          </template>
          <el-button v-else size="small" :disabled="!!running" @click="start(j.code, j.seconds)"
            >Count {{ j.seconds }} s</el-button
          >
          <el-button size="small" @click="stirred([j.code])">Stirred</el-button>
        </template>
        <PlaceLink v-else :to="{ path: '/stock', query: { jar: j.code } }">Put it right</PlaceLink>
      </span>
    </li>
  </ul>
  <p v-if="jars.some(mixes)" class="soft">
    Lid tight, away from faces. Shaken for one to two minutes; a bucket until nothing is left on its floor.
    <el-button
      v-if="jars.filter(mixes).length > 1"
      class="screen"
      size="small"
      @click="stirred(jars.filter(mixes).map((j) => j.code))"
      >Mark all as stirred</el-button
    >
  </p>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  border-top: 1px solid var(--line);
  min-height: 40px;
  padding: 2px 0;
}
i {
  width: 18px;
  height: 18px;
  border: 1px solid var(--ink);
  border-radius: 50%;
}
.acts {
  display: flex;
  gap: 6px;
  align-items: center;
}
.left {
  font-size: 20px;
  min-width: 52px;
}
.el-button + .el-button {
  margin-left: 0;
}
p {
  margin-top: 8px;
}
</style>
