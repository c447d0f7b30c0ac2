<script setup lang="ts">
import { computed } from "vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { dateAndClock, forField } from "@/ui/moments";

/** Ticks of a printed sheet are entered as done in an earlier lesson. */
const props = defineProps<{ classId: string }>();
const done = defineModel<string>({ required: true });
const around = useAsk(computed(() => queries.around(props.classId)));
const lessons = computed(() => around.data.value?.before ?? []);
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
    <el-button v-for="l in lessons" :key="l.key" size="small" @click="done = l.rings">{{
      dateAndClock(l.rings)
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
