<script setup lang="ts">
import { computed } from "vue";
import { useNow } from "@/lib/useNow";
import { useBells } from "@/room/useBells";
import { dateAndClock, forField } from "@/ui/moments";

/** Ticks of a printed sheet are entered as done in an earlier lesson. */
const props = defineProps<{ classId: string }>();
const done = defineModel<string>({ required: true });
const now = useNow();
const { lessonsBefore } = useBells();
const lessons = computed(() => lessonsBefore(props.classId, new Date(now.value)));
const own = computed(() => (done.value ? forField(done.value) : ""));
function set(text: string) {
  const at = new Date(text);
  if (!Number.isNaN(at.getTime())) done.value = at.toISOString();
}
</script>

<template>
  <div class="paper" role="status">
    <b>{{
      done
        ? `Entering what was done on ${dateAndClock(done)}`
        : "Entering from paper: in which lesson was it done?"
    }}</b>
    <el-button v-for="l in lessons" :key="l.toISOString()" size="small" @click="done = l.toISOString()">{{
      dateAndClock(l)
    }}</el-button>
    <label>
      or
      <input
        type="datetime-local"
        aria-label="Done at"
        :value="own"
        @change="set(($event.target as HTMLInputElement).value)"
      />
    </label>
    <el-button size="small" @click="done = ''">Stop entering from paper</el-button>
  </div>
</template>

<style scoped>
.paper {
  background: repeating-linear-gradient(135deg, #fff 0 10px, #ececec 10px 12px);
  border: 2px solid var(--ink);
  padding: 8px 14px;
  margin-bottom: 12px;
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.paper .el-button + .el-button {
  margin-left: 0;
}
input {
  min-height: 34px;
}
</style>
