<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { sayStack } from "@/lib/stack";
import { useDrawing } from "@/lib/useDrawing";
import { useTablet } from "@/station/useStation";
import SmallSection from "@/ui/SmallSection.vue";

/** A vote on schemes: choose your name, then the scheme; one vote each. */
const props = defineProps<{ vote: Schemas["OpenVote"] }>();
const emit = defineEmits<{ voted: [] }>();
const station = useTablet();
const drawing = useDrawing(() => props.vote.assignment ?? "");
const student = ref("");
const open = computed(() => props.vote.voters.filter((v) => !v.voted));
const name = computed(() => props.vote.voters.find((v) => v.student === student.value)?.name ?? "");
watch(open, (list) => !list.some((v) => v.student === student.value) && (student.value = ""));
const letter = (slot: number) => "ABC"[slot - 1] ?? "";
async function cast(slot: number) {
  const body = { piece: props.vote.piece, student: student.value, slot };
  try {
    await answer(api.POST("/votes", { body }));
    station.say(`${name.value} voted. Hand the tablet on.`);
    student.value = "";
  } catch (e) {
    station.say((e as Error).message);
  }
  emit("voted");
}
</script>

<template>
  <section class="vote" aria-labelledby="vote">
    <h1 id="vote">Which scheme for “{{ vote.title }}”?</h1>
    <p v-if="!open.length" class="soft">Everybody voted.</p>
    <template v-else-if="!student">
      <p>Who are you? {{ open.length }} of {{ vote.voters.length }} have not voted yet.</p>
      <ul class="who">
        <li v-for="v in open" :key="v.student">
          <button type="button" class="plain" @click="student = v.student">{{ v.name }}</button>
        </li>
      </ul>
    </template>
    <template v-else>
      <p>
        <b>{{ name }}</b>, one vote:
        <button type="button" class="plain" @click="student = ''">Back to the names</button>
      </p>
      <ul class="options">
        <li v-for="o in vote.options" :key="o.slot">
          <b>{{ letter(o.slot) }}</b>
          <span class="paper">
            <SmallSection v-if="drawing" :drawing="drawing" :states="o.surfaces" colours="fired" />
          </span>
          <span v-for="s in o.surfaces.filter((one) => one.stack.length)" :key="s.id" class="soft"
            >{{ s.name }}: {{ sayStack(s.stack) }}</span
          >
          <button type="button" class="big" @click="cast(o.slot)">Vote for {{ letter(o.slot) }}</button>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.who {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px;
}
.who button {
  width: 100%;
  min-height: 52px;
  font-size: 18px;
}
.options {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 16px;
}
.options li {
  display: grid;
  gap: 6px;
  align-content: start;
}
.options b {
  font-size: 24px;
}
.paper {
  display: block;
  height: 190px;
  background: #fff;
  border: 1px solid var(--line);
}
</style>
