<script setup lang="ts">
import { computed, defineAsyncComponent } from "vue";
import type { PieceDetail, SurfaceState } from "@/api/client";
import { useClays } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import { useAsks } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

/** The turntable over a page; what draws it is loaded when it is opened. */
const open = defineModel<boolean>({ required: true });
defineProps<{ detail: PieceDetail; states?: SurfaceState[] }>();
const TurnTable = defineAsyncComponent(() => import("@/round/TurnTable.vue"));
const screen = useScreen();
const asks = useAsks();
const clays = useClays();
const fired = computed(() => new Map(clays.data.value?.map((c) => [c.code, c.fired])));
</script>

<template>
  <el-dialog
    v-model="open"
    :title="`${detail.piece.student}: as it should come out`"
    width="820px"
    align-center
  >
    <AskGate :asks="asks">
      <TurnTable
        v-if="open"
        :detail="detail"
        :states="states ?? detail.piece.surfaces"
        :colours="screen.colours"
        :clay="fired.get(detail.piece.clay) ?? '#d8cfc4'"
        @other="screen.toggleColours"
        @close="open = false"
      />
    </AskGate>
  </el-dialog>
</template>
