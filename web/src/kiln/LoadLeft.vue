<script setup lang="ts">
import { computed, ref } from "vue";
import { shelfName, type LoadPlan } from "@/kiln/shapes";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";

/** What found no place, and why; and what more posts or shelves would admit. */
const props = defineProps<{ plan: LoadPlan; level: number; teaches: boolean }>();
const emit = defineEmits<{ put: [piece: string] }>();
const wrong = computed(() => props.plan.breaches.filter((b) => !b.piece || !props.plan.levels[b.level]));
const asked = ref(false);
const gains = useAsk(
  computed(() => ({ ...queries.loadGains(props.plan.load, props.plan.revision), enabled: asked.value })),
);
const elsewhere = computed(() =>
  props.plan.breaches.filter((b) => b.piece && b.level !== props.level && props.plan.levels[b.level]),
);
</script>

<template>
  <section aria-labelledby="left-out">
    <p v-for="(b, i) in wrong" :key="`w${i}`" class="wrong">{{ b.text }}</p>
    <p v-if="elsewhere.length" class="wrong">
      {{ elsewhere.length }} more to mend on {{ shelfName(plan, elsewhere[0]!.level).toLowerCase() }}.
    </p>
    <h2 id="left-out">
      {{ plan.out.length ? `Left out: ${plan.out.length}` : "Nothing is left out" }}
    </h2>
    <ul class="left">
      <li v-for="o in plan.out" :key="o.piece">
        <span
          ><b>{{ o.student }} {{ o.mark }}</b> {{ o.title }}, {{ o.class }}<br /><span class="soft">{{
            o.why
          }}</span></span
        >
        <el-button
          v-if="teaches && plan.levels.length"
          size="small"
          :aria-label="`Put ${o.student} ${o.mark} on ${shelfName(plan, level)}`"
          @click="emit('put', o.piece)"
          >Put here</el-button
        >
      </li>
    </ul>
    <template v-if="plan.out.length">
      <el-button v-if="!asked" size="small" @click="asked = true">Show what would admit them</el-button>
      <p v-else-if="gains.isFetching.value" class="soft">Trying more posts and shelves …</p>
      <ul v-else-if="gains.data.value?.length" class="gains">
        <li v-for="g in gains.data.value" :key="g.what">
          <b>{{ g.what }}</b>: {{ g.pieces.join(", ") }}
        </li>
      </ul>
      <p v-else-if="gains.data.value" class="soft">No single stand of posts or shelf would.</p>
    </template>
  </section>
</template>

<style scoped>
.left {
  max-height: 42vh;
  overflow: auto;
}
.left li {
  display: flex;
  gap: 8px;
  align-items: start;
  justify-content: space-between;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
  font-size: 14px;
}
.wrong {
  border-left: 4px solid var(--ink);
  padding-left: 8px;
  margin-bottom: 6px;
  font-weight: 600;
}
.gains li {
  margin-top: 4px;
}
</style>
