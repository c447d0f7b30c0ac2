<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { refDebounced } from "@vueuse/core";
import { computed, reactive, ref, watch } from "vue";
import { answer, api, Problem, type Schemas } from "@/api/client";
import { useClasses } from "@/composables/useLists";
import { say } from "@/composables/usePieces";
import { useRoom } from "@/composables/useRoom";
import HalfSection from "./HalfSection.vue";

/** Gives a class a form with measurements; the half-section follows every number. */
const open = defineModel<boolean>({ required: true });
const room = useRoom();
const classes = useClasses();
const client = useQueryClient();
const forms = useQuery({
  queryKey: ["forms"],
  queryFn: () => answer(api.GET("/forms")),
  staleTime: Infinity,
});

const asked = reactive({ class: room.classId, name: "", form: "bowl" });
const measures = ref<Record<string, number>>({});
const kind = computed(() => forms.data.value?.find((f) => f.form === asked.form));
watch(kind, (k) => (measures.value = Object.fromEntries(k?.measures.map((m) => [m.key, m.default]) ?? [])), {
  immediate: true,
});
watch(open, (now) => now && (asked.class = room.classId || (classes.data.value?.[0]?.id ?? "")));

const sketched = ref<Schemas["Sketch"]>();
const errors = ref<Record<string, string>>({});
const settled = refDebounced(
  computed(() => ({ form: asked.form, measures: { ...measures.value } })),
  150,
);
watch(settled, async (body) => {
  if (!Object.keys(body.measures).length) return;
  try {
    sketched.value = await answer(api.POST("/forms", { body }));
    errors.value = {};
  } catch (error) {
    const fields = error instanceof Problem ? error.fields : [];
    errors.value = Object.fromEntries(fields.map((f) => [f.field, f.detail]));
  }
});

const target = computed(() => classes.byId.value.get(asked.class));
async function give() {
  try {
    const made = await answer(
      api.POST("/assignments", {
        body: { ...asked, cone: target.value?.cone ?? "", measures: measures.value },
      }),
    );
    say(`${made.pieces} pieces of ${made.name} wait for a plan.`);
    open.value = false;
    asked.name = "";
    room.classId = made.class;
    await client.invalidateQueries();
  } catch (error) {
    say((error as Error).message, "error");
  }
}
</script>

<template>
  <el-dialog v-model="open" title="Something to make" width="920px" align-center>
    <form class="ask" @submit.prevent="give">
      <div class="fields">
        <label>Name<el-input v-model="asked.name" name="assignment" maxlength="80" required /></label>
        <label>
          Class
          <el-select v-model="asked.class" aria-label="Class of the assignment">
            <el-option v-for="c in classes.data.value" :key="c.id" :value="c.id" :label="c.name" />
          </el-select>
        </label>
        <el-radio-group v-model="asked.form" aria-label="Form">
          <el-radio-button v-for="f in forms.data.value" :key="f.form" :value="f.form" :label="f.name" />
        </el-radio-group>
        <div class="measures">
          <label v-for="m in kind?.measures" :key="m.key">
            {{ m.name }}
            <span class="soft">mm{{ m.hint ? `, ${m.hint}` : "" }}</span>
            <el-input-number v-model="measures[m.key]" :name="m.key" :controls="false" :precision="1" />
            <span v-if="errors[m.key]" role="alert" class="bad">{{ errors[m.key] }}</span>
          </label>
        </div>
      </div>
      <div class="shows">
        <div class="drawing">
          <HalfSection
            v-if="sketched"
            :drawing="sketched.drawing"
            :surfaces="sketched.surfaces"
            look="chalk"
          />
        </div>
        <p class="areas num">
          <span v-for="s in sketched?.surfaces" :key="s.id">{{ s.name }} {{ s.areaCM2.toFixed(0) }} cm²</span>
        </p>
        <p v-if="target" class="soft">
          {{ target.students.length }} students, clay {{ target.clay }}, cone {{ target.cone }}.
        </p>
        <el-button type="primary" native-type="submit" :disabled="Object.keys(errors).length > 0"
          >Give it to the class</el-button
        >
      </div>
    </form>
  </el-dialog>
</template>

<style scoped>
.ask {
  display: grid;
  grid-template-columns: 1fr 1.1fr;
  gap: 26px;
}
.fields,
.shows {
  display: grid;
  gap: 12px;
  align-content: start;
}
label {
  display: grid;
  gap: 2px;
  font-weight: 600;
}
label .soft {
  font-weight: 400;
  font-size: 13px;
}
.measures {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 14px;
}
.measures .el-input-number {
  width: 100%;
}
.drawing {
  height: 270px;
  background: var(--sheet);
  border: 1px solid var(--line);
}
.areas {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
.bad {
  font-weight: 600;
  border-left: 4px solid var(--ink);
  padding-left: 6px;
}
</style>
