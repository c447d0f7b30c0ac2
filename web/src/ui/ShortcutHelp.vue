<script setup lang="ts">
import { useScreen } from "@/lib/useScreen";
import { keyHelp } from "@/places";

const screen = useScreen();
</script>

<template>
  <el-dialog v-model="screen.helpOpen" title="Keys" width="680px" align-center>
    <div class="groups">
      <section v-for="g in keyHelp" :key="g.name">
        <h3>{{ g.name }}</h3>
        <dl>
          <template v-for="[key, what] in g.keys" :key="key">
            <dt>
              <kbd>{{ key }}</kbd>
            </dt>
            <dd>{{ what }}</dd>
          </template>
        </dl>
      </section>
    </div>
  </el-dialog>
</template>

<style scoped>
.groups {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 22px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 5px 12px;
  margin: 8px 0 0;
}
dd {
  margin: 0;
}
</style>
