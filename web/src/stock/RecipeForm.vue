<script setup lang="ts">
import { reactive, ref } from "vue";
import { answer, api } from "@/api/client";
import { attempt, say } from "@/ui/messages";
import { useChanged } from "@/lib/queries";
import JarSelect from "@/ui/JarSelect.vue";

/** A recipe mixed on the palette, kept as a glaze of its own so that it can be made again. */
const tell = useChanged();
const open = ref(false);
const asked = reactive({
  code: "",
  name: "",
  parts: [
    { glaze: "", parts: 1 },
    { glaze: "", parts: 1 },
  ],
});
async function mix() {
  const body = { ...asked, parts: asked.parts.filter((p) => p.glaze) };
  const made = await attempt(answer(api.POST("/glazes", { body })));
  if (!made) return;
  say(`${made.code} is kept: ${made.name}. Fire a tile of it before anybody plans on it.`);
  open.value = false;
  await tell("glaze");
}
</script>

<template>
  <el-button @click="open = true">Save a recipe</el-button>
  <el-dialog v-model="open" title="A recipe mixed on the palette" width="460px">
    <form class="mix" @submit.prevent="mix">
      <p class="soft">
        Only jars of one kind. Glazes do not mix like paint: nobody can say what comes out before a tile is
        fired.
      </p>
      <label>Code<el-input v-model="asked.code" name="recipe-code" maxlength="12" required /></label>
      <label
        >Name<el-input v-model="asked.name" name="recipe-name" maxlength="80" placeholder="from its parts"
      /></label>
      <div v-for="(p, i) in asked.parts" :key="i" class="part">
        <el-input-number
          v-model="p.parts"
          :min="0.25"
          :max="100"
          :step="1"
          :aria-label="`Parts of jar ${i + 1}`"
        />
        <JarSelect v-model="p.glaze" :aria-label="`Jar ${i + 1}`" simple />
      </div>
      <el-button v-if="asked.parts.length < 6" @click="asked.parts.push({ glaze: '', parts: 1 })"
        >Add a jar</el-button
      >
      <el-button type="primary" native-type="submit">Save</el-button>
    </form>
  </el-dialog>
</template>

<style scoped>
.mix {
  display: grid;
  gap: 10px;
}
.mix .el-button + .el-button {
  margin-left: 0;
}
label {
  display: grid;
  font-weight: 600;
}
.part {
  display: grid;
  grid-template-columns: 130px 1fr;
  gap: 10px;
}
</style>
