<script setup lang="ts">
import { computed } from "vue";
import ClassOverview from "@/print/ClassOverview.vue";
import FoodSheet from "@/print/FoodSheet.vue";
import KitList from "@/print/KitList.vue";
import PaperChoice from "@/print/PaperChoice.vue";
import PickupLabels from "@/print/PickupLabels.vue";
import PieceLabels from "@/print/PieceLabels.vue";
import RecordCards from "@/print/RecordCards.vue";
import SubstituteSheet from "@/print/SubstituteSheet.vue";
import { useAssignments, useClasses } from "@/lib/useLists";
import { usePaper } from "@/print/usePaper";
import { usePiecesOf } from "@/lib/usePieces";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import PlaceLink from "@/ui/PlaceLink.vue";

/** What goes on paper beside the record sheets: overview, substitute's sheet, kits, labels. */
const props = defineProps<{ id: string; kind: string }>();
const { print } = usePaper();
const assignments = useAssignments();
const classes = useClasses();
const assignment = computed(() => assignments.byId.value.get(props.id));
const className = computed(() => classes.byId.value.get(assignment.value?.class ?? "")?.name ?? "");
const mine = usePiecesOf(() => assignment.value);
const kit = useAsk(computed(() => queries.kit(props.id)));
const kinds = {
  overview: ["Class overview", "Every plan of the class, to hang beside the bench."],
  substitute: ["For the substitute", "One page: what to put out, what is open, and how this house does it."],
  kits: ["To take home", "What each student collects: cups, brushes, what is still to be laid."],
  food: ["Food", "What is missing where food touches, for each piece to take along."],
  pickup: ["Pick-up labels", "What goes home with each piece, with what speaks against food."],
  cards: ["Record cards", "Picture and stacks of each piece that came out, for portfolio and home."],
  labels: ["Labels", "A label for each piece, with its mark and a code."],
} as const;
const shown = computed(() => kinds[props.kind as keyof typeof kinds] ?? kinds.overview);
</script>

<template>
  <div class="head screen">
    <div>
      <p class="soft"><PlaceLink to="/plan">Plan</PlaceLink> · on paper</p>
      <h1>{{ shown[0] }}</h1>
      <p class="soft">{{ shown[1] }}</p>
    </div>
    <div class="ways">
      <PlaceLink :to="`/plan/sheets/${id}`">Record sheets</PlaceLink>
      <PlaceLink v-for="(k, key) in kinds" :key="key" :to="`/plan/prints/${id}/${key}`">{{ k[0] }}</PlaceLink>
      <PaperChoice />
      <el-button type="primary" @click="print">Print</el-button>
    </div>
  </div>
  <div v-if="assignment && kit.data.value" class="paper">
    <h2 class="title">
      {{ assignment.name }} <span>{{ className }} · {{ assignment.clay }} · cone {{ assignment.cone }}</span>
    </h2>
    <SubstituteSheet v-if="kind === 'substitute'" :kit="kit.data.value" :pieces="mine" />
    <KitList v-else-if="kind === 'kits'" :kit="kit.data.value" :pieces="mine" />
    <FoodSheet v-else-if="kind === 'food'" :lines="kit.data.value.food" />
    <PickupLabels
      v-else-if="kind === 'pickup'"
      :pieces="mine"
      :title="assignment.name"
      :class-name="className"
      :food="kit.data.value.food"
    />
    <RecordCards
      v-else-if="kind === 'cards'"
      :pieces="mine"
      :title="assignment.name"
      :class-name="className"
    />
    <PieceLabels
      v-else-if="kind === 'labels'"
      :pieces="mine"
      :title="assignment.name"
      :class-name="className"
    />
    <ClassOverview v-else :pieces="mine" />
  </div>
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  justify-content: flex-end;
}
.ways .router-link-active {
  font-weight: 640;
  text-decoration: none;
}
.paper {
  background: #fff;
  border: 1px solid var(--line);
  padding: 20px 24px;
}
.title span {
  font-weight: 400;
}
@media print {
  .paper {
    border: 0;
    padding: 0;
  }
}
</style>
