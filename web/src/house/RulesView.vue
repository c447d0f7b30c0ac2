<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, api, type Schemas } from "@/api/client";
import RuleNumber from "@/house/RuleNumber.vue";
import { mm } from "@/ui/figures";
import UnitsChoice from "@/house/UnitsChoice.vue";
import BackupList from "@/house/BackupList.vue";
import { useAssignments, useClasses } from "@/lib/useLists";
import { attempt, say } from "@/ui/messages";
import { queries, useChanged } from "@/lib/queries";
import { useAsk, useAskBeside } from "@/lib/useAsk";
import AskGate from "@/ui/AskGate.vue";

const tell = useChanged();
/** Whose rules: "" the school's, else class or assignment and its id. */
const whose = ref("");
const scope = computed(() => {
  const [kind, id] = whose.value.split(":");
  return kind && id ? { [kind]: id } : {};
});
const classes = useClasses();
const assignments = useAssignments();
const rules = useAsk(computed(() => queries.rules(scope.value)));
/** The rules under their headings; the limits only where an assignment can have them. */
const groups = computed(() => {
  const by = new Map<string, Schemas["Rule"][]>();
  for (const r of rules.data.value ?? []) by.set(r.group, [...(by.get(r.group) ?? []), r]);
  return [...by];
});
const values = ref<Record<string, string>>({});
watch(rules.data, (list) => (values.value = Object.fromEntries(list?.map((r) => [r.key, r.value]) ?? [])), {
  immediate: true,
});
/** Approved plans keep their rules unless the teacher asks for the new ones. */
const approvedToo = ref(false);
const changed = computed(() =>
  Object.fromEntries(
    (rules.data.value ?? [])
      .filter((r) => values.value[r.key] !== r.value)
      .map((r) => [r.key, values.value[r.key] ?? ""]),
  ),
);
const presets = useAsk(queries.presets());
/** A room's rules as a start: nothing is kept before the teacher says so. */
function start(key: string) {
  const preset = presets.data.value?.find((p) => p.key === key);
  values.value = Object.fromEntries(
    rules.data.value?.map((r) => [r.key, preset?.values[r.key] ?? r.default]) ?? [],
  );
}
/** What the changes would change, asked for as they are typed. */
const effects = useAskBeside(
  computed(() => ({
    ...queries.effects(scope.value, changed.value, approvedToo.value),
    enabled: Object.keys(changed.value).length > 0,
    retry: false,
  })),
);
async function keep() {
  const kept = await attempt(
    answer(
      api.PUT("/rules", {
        params: { query: scope.value },
        body: { values: changed.value, approved: approvedToo.value },
      }),
    ),
  );
  if (!kept) return;
  say("The house rules are kept. Every plan is checked by them from now on.");
  await tell("house");
}
/** What a rule without a value of its own is called here. */
const usual = computed(() => (whose.value ? "as above it" : "usual"));
</script>

<template>
  <div class="head">
    <div>
      <h1>House rules</h1>
      <p class="soft">Where schools of thought differ, this house decides. Each rule says why it is there.</p>
    </div>
    <div class="controls">
      <el-select v-model="whose" aria-label="Whose rules" class="presets" :empty-values="[null, undefined]">
        <el-option value="" label="The whole school" />
        <el-option-group label="Only for a class">
          <el-option v-for="c in classes.taught.value" :key="c.id" :value="`class:${c.id}`" :label="c.name" />
        </el-option-group>
        <el-option-group label="Only for an assignment">
          <el-option
            v-for="a in assignments.running.value"
            :key="a.id"
            :value="`assignment:${a.id}`"
            :label="`${a.name}, ${classes.byId.value.get(a.class)?.name}`"
          />
        </el-option-group>
      </el-select>
      <el-select
        placeholder="Start from a room"
        aria-label="Start from a room"
        :model-value="''"
        class="presets"
        @change="start"
      >
        <el-option
          v-for="p in presets.data.value"
          :key="p.key"
          :value="p.key"
          :label="`${p.name}: ${p.means}`"
        />
      </el-select>
    </div>
    <el-button type="primary" :disabled="!Object.keys(changed).length" @click="keep">{{
      Object.keys(changed).length === 1
        ? "Save 1 change"
        : `Save ${Object.keys(changed).length || ""} changes`
    }}</el-button>
  </div>
  <section v-if="Object.keys(changed).length" class="effects sheet" aria-live="polite">
    <h2>What this would change</h2>
    <template v-if="effects.data.value">
      <p>
        <b class="num">{{ effects.data.value.pieces }}</b> pieces under way are touched<template
          v-if="effects.data.value.stopped"
          >; <b class="num">{{ effects.data.value.stopped }}</b> that may be fired today could not
          be</template
        ><template v-if="effects.data.value.freed"
          >; <b class="num">{{ effects.data.value.freed }}</b> more could be fired</template
        >.
      </p>
      <el-checkbox
        v-if="effects.data.value.kept"
        v-model="approvedToo"
        :label="`also for the ${effects.data.value.kept} approved plans, which else keep the rules they were approved under`"
      />
      <ul>
        <li v-for="e in effects.data.value.list.slice(0, 6)" :key="e.code">
          <b class="num">{{ e.appears ? `+${e.appears}` : "" }} {{ e.goes ? `−${e.goes}` : "" }}</b>
          {{ e.example }}
        </li>
      </ul>
    </template>
  </section>
  <template v-for="[group, list] in groups" :key="group">
    <h2 class="group">{{ group }}</h2>
    <dl class="rules">
      <div v-for="r in list" :key="r.key" :class="{ own: values[r.key] !== r.default }">
        <dt>{{ r.name }}</dt>
        <dd class="value">
          <el-select v-if="r.choices.length" v-model="values[r.key]" :aria-label="r.name">
            <el-option v-for="c in r.choices" :key="c.key" :value="c.key" :label="c.name" />
          </el-select>
          <RuleNumber v-else v-model="values[r.key]" :of="r" />
        </dd>
        <dd class="soft">{{ r.reason }}</dd>
        <dd class="soft default">
          {{
            values[r.key] === r.default
              ? usual
              : `${usual}: ${r.choices.find((c) => c.key === r.default)?.name ?? (r.unit === "mm" ? mm(Number(r.default)) : r.default)}`
          }}
        </dd>
      </div>
    </dl>
  </template>
  <UnitsChoice />
  <AskGate v-if="!whose"><BackupList /></AskGate>
</template>

<style scoped>
.head {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
}
.head > :first-child {
  grid-column: 1 / -1;
}
.controls {
  display: flex;
  gap: 12px;
}
.presets {
  width: 290px;
}
.effects {
  padding: 12px 16px;
  margin-bottom: 16px;
  position: sticky;
  top: 0;
  z-index: 2;
  border: 2px solid var(--ink);
}
.effects li {
  display: grid;
  grid-template-columns: 74px 1fr;
  font-size: 14px;
}
.group {
  margin: 22px 0 6px;
}
.rules {
  margin: 0;
  border-top: 1px solid var(--line);
}
.rules > div {
  display: grid;
  grid-template-columns: 220px 390px 1fr 110px;
  gap: 16px;
  align-items: center;
  padding: 9px 12px;
  border-bottom: 1px solid var(--line);
}
.rules > .own {
  background: #fff;
  box-shadow: inset 5px 0 var(--ink);
}
dt {
  font-weight: 640;
}
dd {
  margin: 0;
}
.value .el-input {
  width: 90px;
}
.default {
  font-size: 14px;
}
@media (max-width: 1000px) {
  .rules > div {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
