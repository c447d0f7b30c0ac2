<script setup lang="ts">
import { computed } from "vue";
import type { Schemas } from "@/api/client";
import { dayAfter } from "@/lessons/days";
import { dayName, daysBetween, daysSaid, firingSaid } from "@/term/words";

/**
 * The term as one picture: a row for each kiln with its loads as they come, as high as they are full;
 * below it a row for each class, a bar where it takes the last of its work home four times of five.
 */
const props = defineProps<{ term: Schemas["TermForecast"] }>();
const left = 128;
const wide = 1120;
const row = 50;
const bar = 26;
const days = computed(() => {
  const ends = props.term.homes
    .map((h) => h.days.high || h.days.middle)
    .concat(props.term.course.map((l) => l.out));
  const last = ends.filter(Boolean).sort().at(-1) ?? props.term.today;
  return Math.max(14, daysBetween(props.term.today, last) + 2);
});
const x = (date: string) => left + ((wide - left - 8) * daysBetween(props.term.today, date)) / days.value;
const kilns = computed(() => [...Map.groupBy(props.term.course, (l) => l.kiln)]);
const top = 34;
const homesTop = computed(() => top + row * kilns.value.length + 14);
const tall = computed(() => homesTop.value + bar * props.term.homes.length + 10);
const weeks = computed(() => {
  const all: string[] = [];
  for (let n = 0; n <= days.value; n++) {
    const d = dayAfter(props.term.today, n);
    if (new Date(`${d}T12:00:00Z`).getUTCDay() === 1) all.push(d);
  }
  return all;
});
const off = computed(() => props.term.days.filter((d) => d.holiday && d.date >= props.term.today));
const shows = computed(() => props.term.shows.filter((s) => s.show.date >= props.term.today));
const day = computed(() => (wide - left - 8) / days.value);
/** A week's name stands only where there is room for it. */
const named = (w: string, n: number) => n % Math.ceil(58 / (7 * day.value)) === 0 && x(w) < wide - 60;
const blockWide = (l: Schemas["TermLoad"]) =>
  Math.max(6, (l.out ? x(l.out) : x(l.lit) + day.value) - x(l.lit) - 2);
const full = (l: Schemas["TermLoad"]) => 8 + Math.min(1, l.full) * (row - 28);
</script>

<template>
  <svg class="chart" :viewBox="`0 0 ${wide} ${tall}`" role="img" aria-labelledby="chart-says">
    <title id="chart-says">
      Loads to come in {{ kilns.length }} kilns, and when each of {{ term.homes.length }} classes takes the
      last of its work home
    </title>
    <defs>
      <pattern id="bisque" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V5" stroke="#333" stroke-width="1.6" />
      </pattern>
    </defs>
    <rect
      v-for="d in off"
      :key="d.date"
      class="off"
      :x="x(d.date)"
      :y="22"
      :width="day"
      :height="tall - 28"
    />
    <g v-for="(w, n) in weeks" :key="w">
      <line class="week" :x1="x(w)" :x2="x(w)" y1="20" :y2="tall - 6" />
      <text v-if="named(w, n)" class="soft" :x="x(w) + 4" y="16">{{ dayName(w).slice(4) }}</text>
    </g>
    <g v-for="([kiln, loads], n) in kilns" :key="kiln">
      <text :x="0" :y="top + row * n + 26">{{ kiln }}</text>
      <line class="ground" :x1="left" :x2="wide" :y1="top + row * n + 34" :y2="top + row * n + 34" />
      <g v-for="(l, i) in loads" :key="i">
        <title>
          {{ firingSaid(l) }}, {{ l.pieces }} pieces, {{ Math.round(100 * l.full) }} % full: lit
          {{ dayName(l.lit) }}{{ l.out ? `, out ${dayName(l.out)}` : "" }}
        </title>
        <rect
          class="load"
          :class="{ bisque: l.bisque }"
          :x="x(l.lit) + 1"
          :y="top + row * n + 34 - full(l)"
          :width="blockWide(l)"
          :height="full(l)"
        />
        <text
          v-if="blockWide(l) > 17"
          class="count"
          :x="x(l.lit) + blockWide(l) / 2 + 1"
          :y="top + row * n + 30 - full(l)"
        >
          {{ l.pieces }}
        </text>
      </g>
    </g>
    <g v-for="(h, n) in term.homes" :key="h.class">
      <title>{{ h.name }}: {{ daysSaid(h.days) }}</title>
      <text :x="0" :y="homesTop + bar * n + 17">{{ h.name }}</text>
      <template v-if="h.days.low">
        <rect
          class="range"
          :x="x(h.days.low)"
          :y="homesTop + bar * n + 7"
          :width="Math.max(3, (h.days.high ? x(h.days.high) : wide) - x(h.days.low))"
          height="10"
        />
        <path v-if="h.days.middle" class="middle" :d="`M${x(h.days.middle)} ${homesTop + bar * n + 3}v18`" />
      </template>
      <text v-else class="soft" :x="left" :y="homesTop + bar * n + 17">beyond the days that are known</text>
    </g>
    <g v-for="s in shows" :key="s.show.id">
      <line class="show" :x1="x(s.show.date) + day" :x2="x(s.show.date) + day" y1="22" :y2="tall - 4" />
      <path class="peg" :d="`M${x(s.show.date) + day - 5} 22h10l-5 9z`" />
    </g>
  </svg>
</template>

<style scoped>
.chart {
  width: 100%;
  min-width: 860px;
  font-size: 13px;
}
text {
  fill: var(--ink);
}
text.soft {
  fill: var(--soft, #5b5b5b);
  font-size: 12px;
}
.count {
  font-size: 11px;
  text-anchor: middle;
}
.off {
  fill: #e9e9e9;
}
.week {
  stroke: var(--line);
}
.ground {
  stroke: #6f6f6f;
  stroke-width: 3;
}
.load {
  fill: #565656;
}
.load.bisque {
  fill: url(#bisque);
  stroke: #333;
}
.range {
  fill: #c9c9c9;
  stroke: #8a8a8a;
}
.middle {
  stroke: var(--ink);
  stroke-width: 3;
}
.show {
  stroke: var(--ink);
  stroke-dasharray: 5 3;
  stroke-width: 1.6;
}
.peg {
  fill: var(--ink);
}
</style>
