<script setup lang="ts">
import type { Schemas } from "@/api/client";

/** The patterns that a drawing is filled with: no tile, bare, chalk, texture; and where shapes are cut off. */
defineProps<{ id: string; unit: number; drawing: Schemas["Drawing"] }>();
</script>

<template>
  <defs>
    <pattern
      :id="`${id}-unknown`"
      :width="7 * unit"
      :height="7 * unit"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <rect width="100%" height="100%" fill="#efefef" />
      <path :d="`M0 0V${7 * unit}`" stroke="#555" :stroke-width="1.6 * unit" />
    </pattern>
    <pattern :id="`${id}-bare`" :width="6 * unit" :height="6 * unit" patternUnits="userSpaceOnUse">
      <rect width="100%" height="100%" fill="#e2e2e2" />
      <circle :cx="2 * unit" :cy="2 * unit" :r="0.8 * unit" fill="#8d8d8d" />
    </pattern>
    <pattern :id="`${id}-chalk`" :width="6 * unit" :height="6 * unit" patternUnits="userSpaceOnUse">
      <circle :cx="1.4 * unit" :cy="1.4 * unit" :r="0.9 * unit" fill="#fff" fill-opacity=".5" />
      <circle :cx="4.2 * unit" :cy="3.8 * unit" :r="0.7 * unit" fill="#fff" fill-opacity=".4" />
    </pattern>
    <pattern :id="`${id}-rough`" :width="9 * unit" :height="7 * unit" patternUnits="userSpaceOnUse">
      <path
        :d="`M0 ${5 * unit}L${4.5 * unit} ${2 * unit}L${9 * unit} ${5 * unit}`"
        fill="none"
        stroke="#000"
        stroke-opacity=".38"
        :stroke-width="unit"
      />
    </pattern>
    <linearGradient :id="`${id}-gloss`" x1="0" x2="1" y1="0" y2="0.35">
      <stop offset="0.08" stop-color="#fff" stop-opacity="0" />
      <stop offset="0.2" stop-color="#fff" stop-opacity=".5" />
      <stop offset="0.3" stop-color="#fff" stop-opacity=".08" />
      <stop offset="0.62" stop-color="#fff" stop-opacity="0" />
      <stop offset="0.95" stop-color="#000" stop-opacity=".16" />
    </linearGradient>
    <linearGradient :id="`${id}-breaking`" x1="0" x2="0" y1="0" y2="1">
      <stop offset="0" stop-color="#fff" stop-opacity=".5" />
      <stop offset="0.1" stop-color="#fff" stop-opacity="0" />
      <stop offset="0.75" stop-color="#000" stop-opacity="0" />
      <stop offset="1" stop-color="#000" stop-opacity=".22" />
    </linearGradient>
    <pattern :id="`${id}-speckled`" :width="13 * unit" :height="11 * unit" patternUnits="userSpaceOnUse">
      <circle :cx="3 * unit" :cy="3 * unit" :r="1.5 * unit" fill="#fff" fill-opacity=".75" />
      <circle :cx="9 * unit" :cy="7.5 * unit" :r="1 * unit" fill="#fff" fill-opacity=".6" />
      <circle :cx="10.5 * unit" :cy="2 * unit" :r="0.7 * unit" fill="#000" fill-opacity=".35" />
    </pattern>
    <template v-for="(s, i) in drawing.shapes" :key="i">
      <clipPath v-if="s.top !== undefined" :id="`${id}-clip${i}`">
        <rect :x="drawing.left" :y="s.top" :width="drawing.width" :height="(s.bottom ?? s.top) - s.top" />
      </clipPath>
    </template>
  </defs>
</template>
