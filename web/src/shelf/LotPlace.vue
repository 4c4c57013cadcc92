<script setup lang="ts">
// A look into a lot: its brushes on one's own strokes, to be tried, and borrowed.
import { ChevronRight } from "@lucide/vue"
import { ElButton, ElOption, ElSelect } from "element-plus"
import { computed, onMounted, ref } from "vue"
import { useRouter } from "vue-router"
import { presentStore } from "@/device/useDevice"
import { notice } from "@/parts/notice"
import PocketPicture from "@/pictures/PocketPicture.vue"
import TrySheet from "@/drawing/TrySheet.vue"
import { useTryStrokes } from "@/pictures/useTryStrokes"
import RoomMenu from "@/frame/RoomMenu.vue"
import { markOf, useShelf } from "./useShelf"
import { useLot, type Shown } from "./useLot"

const props = defineProps<{ lot: string }>()
const router = useRouter()
const store = presentStore.value!
const { lots, problem: away, opened, mine, open } = useShelf()
const found = computed(() => lots.value.find((one) => one.id === props.lot))
const { brushes, left, problem, busy, borrow } = useLot(store, found)
const { lanes, wanted, lane, strokes } = useTryStrokes(store)
const tried = ref("")
const one = computed(() => brushes.value.find(({ id }) => id === tried.value) ?? brushes.value[0])
const isMine = computed(() => mine.value.has(props.lot))
const here = ({ outcome }: Shown) => outcome === "there" || outcome === "changed"
const lacking = computed(() => brushes.value.filter((brush) => !here(brush)))
const trouble = computed(
  () =>
    away.value ||
    problem.value ||
    (opened.value && !found.value ? "This roll is not on the shelf any more." : ""),
)

async function take(these: Shown[]): Promise<void> {
  const all = these.length === brushes.value.length
  const report = await borrow(all ? null : these.map(({ id }) => id))
  if (!report) return
  const came = report.lines.filter(
    ({ what, outcome }) => what === "brush" && (outcome === "in" || outcome === "renamed"),
  )
  const text =
    came.length === 1
      ? `${came[0]!.name} lies in Borrowed now.`
      : `${came.length} brushes lie in Borrowed now.`
  notice(text, {
    label: "Show",
    act: () => void router.push({ path: "/rolls", query: { named: "Borrowed" } }),
  })
}

async function lookAgain(): Promise<void> {
  problem.value = ""
  await open()
}

onMounted(open)
</script>

<template>
  <main class="place">
    <header>
      <RouterLink to="/shelf" class="hm-quiet crumb">Shelf</RouterLink>
      <ChevronRight :size="16" class="step" />
      <h1>{{ found?.name ?? "A roll" }}</h1>
      <span class="space" />
      <ElButton
        v-if="one && lacking.includes(one) && brushes.length > 1"
        :disabled="busy"
        @click="take([one])"
      >
        Borrow {{ one.name }}
      </ElButton>
      <ElButton v-if="lacking.length > 0" type="primary" :disabled="busy" @click="take(lacking)">
        {{
          busy
            ? "On its way …"
            : lacking.length === 1
              ? `Borrow ${lacking[0]!.name}`
              : `Borrow all ${lacking.length}`
        }}
      </ElButton>
      <RoomMenu />
    </header>
    <p v-if="trouble" class="trouble" role="alert">
      {{ trouble }} <ElButton @click="lookAgain">Look again</ElButton>
    </p>
    <div class="look" :aria-busy="!trouble && brushes.length === 0">
      <aside>
        <div v-if="found" class="maker">
          <img v-if="found.marked" :src="markOf(found)" alt="" />
          <p>
            <strong>{{ isMine ? "Yours, lent" : found.maker.name || "Somebody" }}</strong>
            <span v-if="found.maker.licence" class="hm-small">{{ found.maker.licence }}</span>
            <span class="hm-small">{{ found.note || found.maker.note }}</span>
          </p>
        </div>
        <ul>
          <li v-for="brush in brushes" :key="brush.id">
            <button type="button" class="slip" :aria-pressed="brush.id === one?.id" @click="tried = brush.id">
              <PocketPicture class="stroke" which="stroke" :document="brush.document" />
              <strong>{{ brush.name }}</strong>
              <span v-if="here(brush)" class="hm-small">you have it</span>
            </button>
          </li>
        </ul>
        <p v-for="line in left" :key="line.id" class="hm-small">{{ line.name }}: {{ line.detail }}</p>
      </aside>
      <section class="try">
        <label class="on hm-small">
          Tried on
          <ElSelect v-model="wanted" :placeholder="lane?.label" aria-label="Lane that it is tried on">
            <ElOption v-for="each in lanes" :key="each.value" :value="each.value" :label="each.label" />
          </ElSelect>
        </label>
        <TrySheet
          v-if="one"
          class="sheet"
          :document="one.document"
          :strokes="strokes"
          :label="`Sheet to try ${one.name} on: draw anywhere`"
        />
      </section>
    </div>
  </main>
</template>

<style scoped>
.place {
  display: flex;
  flex-direction: column;
  height: 100%;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  padding: 8px 20px 8px 10px;
}
h1 {
  font-size: 20px;
}
.crumb,
.step {
  color: var(--ink-soft);
}
.space {
  flex: 1;
}
.trouble {
  padding: 8px 20px;
  color: var(--ember);
}
.look {
  flex: 1;
  display: grid;
  grid-template-columns: minmax(300px, 34%) 1fr;
  min-height: 0;
}
aside {
  overflow-y: auto;
  padding: 8px 20px 24px;
}
.maker {
  display: flex;
  gap: 14px;
  margin-bottom: 18px;
}
.maker p {
  display: grid;
}
.maker img {
  width: 56px;
  height: 56px;
  background: var(--sheet);
  object-fit: contain;
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
  gap: 12px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.slip {
  display: flex;
  flex-direction: column;
  width: 100%;
  padding: 0 0 6px;
  border: 0;
  border-bottom: 4px solid transparent;
  background: none;
  text-align: left;
  cursor: pointer;
}
.slip[aria-pressed="true"] {
  border-bottom-color: var(--active);
}
.slip strong {
  line-height: 1.2;
}
.stroke {
  width: 100%;
  height: 260px;
  margin-bottom: 6px;
  background: var(--sheet);
}
.try {
  position: relative;
  display: flex;
  min-width: 0;
  min-height: 0;
}
.sheet {
  flex: 1;
}
/* On paper, whatever the light of the room. */
.on {
  position: absolute;
  z-index: 1;
  bottom: 8px;
  left: 12px;
  display: flex;
  align-items: center;
  gap: 10px;
  width: 280px;
  padding-left: 12px;
  border-radius: 3px;
  background: var(--room);
  white-space: nowrap;
}
@media (max-width: 900px) {
  .look {
    grid-template: fit-content(45%) minmax(0, 1fr) / 1fr;
  }
  .stroke {
    height: 220px;
  }
}
</style>
