<script setup lang="ts">
import { useRoom } from "@/lib/useRoom";

/** A4 or Letter. */
const room = useRoom();
</script>

<template>
  <el-radio-group v-model="room.paper" aria-label="Paper">
    <el-radio-button value="A4" label="A4" />
    <el-radio-button value="letter" label="Letter" />
  </el-radio-group>
</template>
