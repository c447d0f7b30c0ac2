<script setup lang="ts">
import { ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import { useClasses } from "@/lib/useLists";
import { useChanged } from "@/lib/queries";
import { ask, attempt, say } from "@/ui/messages";

/** One student of a class: renamed, marked otherwise, moved to another class, left or back. */
const props = defineProps<{ of: Schemas["Student"]; classId: string }>();
const classes = useClasses();
const changed = useChanged();
const name = ref("");
const mark = ref("");
const fresh = () => ([name.value, mark.value] = [props.of.name, props.of.mark]);
watch(() => [props.of.name, props.of.mark], fresh, { immediate: true });
async function change(
  body: { name?: string; mark?: string; class?: string; left?: boolean; table?: string },
  said: string,
) {
  const kept = answer(api.PATCH("/students/{id}", { params: { path: { id: props.of.id } }, body })).then(
    () => true,
  );
  if (await attempt(kept)) say(said);
  else fresh();
  await changed("student", "class");
}
const erased = ref<Schemas["Erased"]>();
async function erase() {
  const text =
    "Name, mark, notes, opinions and wishes are overwritten, and the name wherever it stands. The coats, looks and firings of the pieces stay. Nothing brings it back.";
  if (!(await ask(`Erase ${props.of.name}?`, text, "Erase"))) return;
  erased.value = await attempt(
    answer(api.DELETE("/students/{id}/record", { params: { path: { id: props.of.id } } })),
  );
  await changed("student", "class");
}
function move(to: string) {
  if (to === props.classId) return;
  void change(
    { class: to },
    `${props.of.name} is in ${classes.byId.value.get(to)?.name} now. The pieces stay with this class.`,
  );
}
</script>

<template>
  <li :class="{ left: of.left }">
    <input
      v-model="name"
      :aria-label="`Name of ${of.name}`"
      maxlength="120"
      @change="name.trim() !== of.name && change({ name }, `Renamed to ${name.trim()}.`)"
      @keydown.enter="($event.target as HTMLElement).blur()"
    />
    <input
      v-model="mark"
      class="mark"
      :aria-label="`Mark of ${of.name}`"
      maxlength="20"
      @change="mark.trim() !== of.mark && change({ mark }, `${of.name} marks ${mark.trim() || 'nothing'}.`)"
      @keydown.enter="($event.target as HTMLElement).blur()"
    />
    <input
      :value="of.table ?? ''"
      class="table"
      :aria-label="`Table of ${of.name}`"
      maxlength="40"
      placeholder="table"
      @change="
        change({ table: ($event.target as HTMLInputElement).value }, `${of.name} sits there from now on.`)
      "
      @keydown.enter="($event.target as HTMLElement).blur()"
    />
    <select
      :value="classId"
      :aria-label="`Class of ${of.name}`"
      @change="move(($event.target as HTMLSelectElement).value)"
    >
      <option v-for="c in classes.taught.value" :key="c.id" :value="c.id">{{ c.name }}</option>
    </select>
    <button
      type="button"
      :aria-label="of.left ? `${of.name} is back in the class` : `${of.name} left the class`"
      @click="
        change({ left: !of.left }, of.left ? `${of.name} is back.` : `${of.name} left. The pieces stay.`)
      "
    >
      {{ of.left ? "Mark as back" : "Mark as left" }}
    </button>
    <p v-if="of.left" class="gone">
      <a :href="`/api/students/${of.id}/record`" download="student.json">All that is kept</a>
      <button type="button" :aria-label="`Erase ${of.name}`" @click="erase">Erase</button>
    </p>
    <section v-if="erased" class="gone" role="status">
      <p>
        Erased. {{ erased.mentions.length ? "In these texts they may be meant: change them yourself." : "" }}
      </p>
      <ul>
        <li v-for="m in erased.mentions" :key="m.where + m.text">{{ m.where }}: “{{ m.text }}”</li>
      </ul>
      <p v-if="erased.copies.length">
        {{ erased.copies.length }} copies still hold it: make another, and delete these, also where they were
        copied to: {{ erased.copies.slice(0, 3).join(", ")
        }}{{ erased.copies.length > 3 ? " and older" : "" }}.
      </p>
    </section>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) 52px minmax(0, 1.1fr);
  gap: 0 6px;
  padding: 4px 0;
  border-top: 1px solid var(--line);
  align-items: center;
  min-height: 36px;
}
li.left input {
  text-decoration: line-through;
}
input,
select,
button {
  font: inherit;
  min-width: 0;
  min-height: 32px;
  border: 1px solid transparent;
  background: none;
  padding: 0 4px;
}
input:hover,
input:focus,
select:hover,
select:focus {
  border-color: var(--line-strong);
  background: var(--paper);
}
.mark {
  font-weight: 600;
}
button {
  grid-column: 2 / 4;
  justify-self: end;
  text-decoration: underline;
  cursor: pointer;
}
select,
button {
  font-size: 14px;
  color: var(--soft);
}
select {
  justify-self: start;
}
.gone {
  grid-column: 1 / -1;
  font-size: 14px;
}
</style>
