<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, watch } from "vue";
import { answer, api } from "@/api/client";
import { toTheWork } from "@/ui/useKeys";
import { useClasses } from "@/lib/useLists";
import { useNow } from "@/lib/useNow";
import { attempt } from "@/ui/messages";
import { useScreen } from "@/lib/useScreen";
import { useSession, useStartAgain } from "@/lib/useSession";
import ChoiceBar from "@/ui/ChoiceBar.vue";
import { dateAndClock } from "@/ui/moments";
import ClassSelect from "@/ui/ClassSelect.vue";

const screen = useScreen();
const session = useSession();
const now = useNow();
const startAgain = useStartAgain();
const client = useQueryClient();

const classes = useClasses();
/** A class that is taught no more narrows nothing. */
watch(
  () => classes.data.value && !classes.taught.value.some((c) => c.id === screen.classId),
  (gone) => gone && (screen.classId = ""),
);
const clock = computed(() => dateAndClock(now.value));
const minutesToMorning = () => {
  const morning = new Date(now.value);
  morning.setDate(morning.getDate() + 1);
  morning.setHours(9, 0, 0, 0);
  return Math.round((morning.getTime() - now.value) / 60000);
};

async function advance(minutes: number) {
  const moved = await attempt(answer(api.POST("/demo/clock", { body: { minutes } })));
  if (!moved) return;
  screen.tellTime(moved.now);
  await startAgain();
}

async function lock() {
  await attempt(answer(api.DELETE("/session")));
  client.clear();
  location.assign("/");
}
const looks = [
  { key: "chalk", name: "Chalk" },
  { key: "fired", name: "Fired" },
] as const;
</script>

<template>
  <header class="top">
    <ClassSelect
      v-model="screen.classId"
      class="class-switch"
      aria-label="Class"
      placeholder="All classes"
      :empty-values="[null, undefined]"
      @change="toTheWork"
    >
      <el-option value="" label="All classes" />
    </ClassSelect>
    <ChoiceBar
      v-slot="{ option }"
      v-model="screen.colours"
      class="colours"
      label="Colours as"
      :options="looks"
      joined
    >
      <span class="chip" :class="option.key" aria-hidden="true" />{{ option.name }}
    </ChoiceBar>
    <span class="clock num">{{ clock }}</span>
    <span v-if="session.data.value?.demo" class="demo">
      <span>Demo clock</span>
      <el-button size="small" @click="advance(5)">+5 min</el-button>
      <el-button size="small" @click="advance(60)">+1 h</el-button>
      <el-button size="small" @click="advance(minutesToMorning())">Next morning</el-button>
    </span>
    <span class="end">
      <el-button text class="keys" @click="screen.helpOpen = true">Keys <kbd>?</kbd></el-button>
      <el-button text @click="lock">Lock</el-button>
    </span>
  </header>
</template>

<style scoped>
.top {
  grid-area: top;
  display: flex;
  align-items: center;
  gap: 16px;
  flex-wrap: wrap;
  padding: 10px 26px;
  border-bottom: 1px solid var(--line);
  background: var(--sheet);
}
.class-switch {
  width: 168px;
}
.chip {
  display: inline-block;
  vertical-align: -2px;
  margin-right: 7px;
  width: 14px;
  height: 14px;
  border-radius: 50%;
  border: 1px solid #777;
}
.chip.chalk {
  background: repeating-linear-gradient(45deg, #e9e9e9 0 2px, #c4c4c4 2px 4px);
}
.chip.fired {
  background: radial-gradient(circle at 35% 30%, #fff 0 18%, #444 22%);
}
.clock {
  font-weight: 600;
}
.demo {
  display: flex;
  align-items: center;
  gap: 6px;
  border: 1px dashed var(--line-strong);
  padding: 1px 8px;
  font-size: 14px;
}
.demo .el-button + .el-button {
  margin-left: 0;
}
.demo .el-button {
  min-height: 30px;
}
.end {
  margin-left: auto;
}
@media (max-width: 900px) {
  .top {
    padding: 8px 14px;
    gap: 10px;
  }
}
@media (max-width: 640px) {
  .clock,
  .demo > span,
  .keys {
    display: none;
  }
  .top {
    gap: 6px;
  }
  .class-switch {
    width: 130px;
  }
  .demo {
    padding: 0;
    border: 0;
  }
}
</style>
