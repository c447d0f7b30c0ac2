<script setup lang="ts">
import { computed } from "vue";
import { useToday } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import { useSession } from "@/lib/useSession";
import { beside, stages, type Place } from "@/places";
import PlaceLink from "@/ui/PlaceLink.vue";

const screen = useScreen();
const session = useSession();
const mine = (all: Place[]) => all.filter((p) => p.roles.some((r) => r === session.data.value?.role));
const { data } = useToday();
const counts = computed(() => {
  const chosen = data.value?.classes.find((c) => c.id === screen.classId);
  return new Map((chosen?.counts ?? data.value?.counts ?? []).map((c) => [c.stage as string, c.pieces]));
});
/** How many wait at a stage; a dash while nobody has said it. */
const waits = (p: Place) =>
  !data.value ? "–" : p.stage ? (counts.value.get(p.stage) ?? 0) : data.value.tiles;
</script>

<template>
  <nav class="rail" aria-label="The job">
    <PlaceLink class="name" to="/" aria-label="Enkaustos, to Today">
      <svg viewBox="0 0 32 32" aria-hidden="true">
        <path d="M16 5H5c0 12 4 19 8 20v3h3zm-3 3h3v14c-4 0-7-6-8-14z" fill="#fff" fill-rule="evenodd" />
        <path d="M16 5h11c0 12-4 19-8 20v3h-3z" fill="#9a9a9a" />
      </svg>
      <span>Enkaustos</span>
    </PlaceLink>
    <!-- The stages stand like pieces on kiln shelves: the count is what waits on each. -->
    <ol class="shelves">
      <li v-for="s in mine(stages)" :key="s.path">
        <PlaceLink :to="s.path" class="shelf" :aria-keyshortcuts="s.key">
          <span class="count num">{{ waits(s) }}</span>
          <span class="label">{{ s.name }}</span>
          <span class="visually-hidden">{{ s.stage ? "pieces wait here" : "fired tiles" }}</span>
        </PlaceLink>
      </li>
    </ol>
    <ul class="beside">
      <li v-for="b in mine(beside)" :key="b.path">
        <PlaceLink :to="b.path" :aria-keyshortcuts="b.key">{{ b.name }}</PlaceLink>
      </li>
    </ul>
  </nav>
</template>

<style scoped>
.rail {
  grid-area: rail;
  background: #262626;
  color: #f2f2f2;
  padding: 16px 0 20px;
  display: flex;
  flex-direction: column;
}
a {
  color: inherit;
  text-decoration: none;
}
.rail a:focus-visible {
  outline-color: #fff;
  outline-offset: -3px;
}
.name {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 0 14px 14px;
  font-weight: 650;
  font-size: 16px;
}
.name svg {
  width: 26px;
}
.shelf {
  display: grid;
  padding: 9px 14px 6px;
  margin: 0 10px;
  border-bottom: 4px solid #9c9c9c;
  border-left: 2px solid #5c5c5c;
  border-right: 2px solid #5c5c5c;
}
.shelves li:first-child .shelf {
  border-top: 2px solid #5c5c5c;
}
.count {
  font-size: 25px;
  line-height: 1.05;
  font-weight: 350;
}
.label {
  font-weight: 600;
}
.shelf:hover {
  background: #363636;
}
.shelf.router-link-active {
  background: #f3f3f3;
  color: #151515;
  border-bottom-color: #fff;
}
.beside {
  margin-top: 22px;
}
.beside a {
  display: block;
  padding: 8px 16px;
  min-height: 38px;
}
.beside a:hover {
  text-decoration: underline;
}
.beside a.router-link-exact-active {
  font-weight: 680;
  box-shadow: inset 5px 0 #f3f3f3;
}
@media (max-width: 900px) {
  .name span {
    display: none;
  }
  .shelf {
    margin: 0 6px;
    padding: 10px 8px 7px;
  }
  .beside a {
    padding: 10px;
    min-height: 44px;
  }
}
@media (max-width: 640px) {
  .rail {
    position: fixed;
    inset: auto 0 0;
    z-index: 20;
    flex-direction: row;
    overflow-x: auto;
    scrollbar-width: none;
    padding: 4px 4px max(4px, env(safe-area-inset-bottom));
  }
  .name {
    display: none;
  }
  .shelves,
  .beside {
    display: flex;
    margin: 0;
  }
  .shelf,
  .shelves li:first-child .shelf {
    margin: 0 2px;
    padding: 3px 9px;
    min-width: 58px;
    min-height: 50px;
    border: 0;
    border-bottom: 3px solid #9c9c9c;
    text-align: center;
  }
  .count {
    font-size: 17px;
  }
  .label {
    font-size: 13px;
  }
  .beside a {
    white-space: nowrap;
    padding: 14px 10px;
    min-height: 50px;
  }
  .beside a.router-link-exact-active {
    box-shadow: inset 0 -4px #f3f3f3;
  }
}
</style>
