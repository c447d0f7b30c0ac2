<script setup lang="ts">
import { computed } from "vue";
import { useRouter } from "vue-router";
import { answer, api, type Choice, type Piece } from "@/api/client";
import { useChanged } from "@/lib/queries";
import PlaceLink from "@/ui/PlaceLink.vue";
import { attempt, say } from "@/ui/messages";
import { useAssignments } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import { useTeaches } from "@/lib/useSession";

/** Whose piece lies on the desk, and what can be done with its plan as a whole. */
const props = defineProps<{ piece: Piece }>();
const emit = defineEmits<{
  copy: [];
  mark: [];
  turn: [];
  schemes: [];
  spread: [how: string];
  fromCoats: [];
  template: [choices: Choice[]];
}>();
const assignments = useAssignments();
const template = computed(() => assignments.byId.value.get(props.piece.assignment)?.template);
const screen = useScreen();
const glazedFirst = computed(
  () => props.piece.revision === 0 && props.piece.surfaces.some((s) => s.on.length),
);
/** Nothing was done with it: given by mistake, it can go. */
const untouched = computed(() => !props.piece.revision && !props.piece.seq);
const teaches = useTeaches();
const router = useRouter();
const changed = useChanged();
async function remove() {
  const gone = await attempt(
    answer(api.DELETE("/pieces/{id}", { params: { path: { id: props.piece.id } } })).then(() => true),
  );
  if (!gone) return;
  await router.push("/plan");
  await changed("piece");
  say("The piece is removed.");
}
</script>

<template>
  <div class="head">
    <div>
      <p class="soft">
        <PlaceLink to="/plan">Plan</PlaceLink> · {{ piece.title }} · {{ piece.clay }} · cone
        {{ piece.cone }} ·
        <a
          :href="`/api/pieces/${piece.id}/drawing?colours=${screen.colours}`"
          :download="`${piece.student}.svg`"
          >SVG</a
        >
      </p>
      <h1>
        {{ piece.student }} <span class="mark">{{ piece.mark }}</span>
      </h1>
    </div>
    <div class="acts">
      <el-button v-if="glazedFirst" @click="emit('fromCoats')">Plan from its coats</el-button>
      <el-button v-if="!piece.revision && template?.length" @click="emit('template', template)"
        >Use the template</el-button
      >
      <el-button @click="emit('copy')">Copy a plan <kbd>o</kbd></el-button>
      <el-button @click="emit('mark')">Details and stand <kbd>d</kbd></el-button>
      <el-button @click="emit('turn')">Turntable <kbd>y</kbd></el-button>
      <template v-if="piece.revision">
        <el-button @click="emit('schemes')">Schemes <kbd>v</kbd></el-button>
        <el-dropdown trigger="click" @command="emit('spread', $event)">
          <el-button>Copy to the others</el-button>
          <template #dropdown>
            <el-dropdown-menu>
              <el-dropdown-item command="same">Copy the plan</el-dropdown-item>
              <el-dropdown-item command="turned">Copy, and rotate by one surface each</el-dropdown-item>
            </el-dropdown-menu>
          </template>
        </el-dropdown>
      </template>
      <el-button v-if="untouched && teaches" @click="remove">Remove the piece</el-button>
      <el-button @click="screen.record = piece.id">Record <kbd>h</kbd></el-button>
    </div>
  </div>
</template>

<style scoped>
.head {
  grid-column: 1 / -1;
  margin-bottom: 10px;
}
.mark {
  font-weight: 350;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  justify-content: flex-end;
}
.acts .el-button + .el-button,
.acts .el-dropdown + .el-button {
  margin-left: 0;
}
</style>
