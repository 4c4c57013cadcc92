<script setup lang="ts">
import { t } from "@/words"
import type { StoredBrush } from "@/device/tables/brushes"
import { ChevronDown, ChevronUp, Package, Plus, Search, SquareCheck } from "@lucide/vue"
import { ElOption, ElPopover, ElSelect } from "element-plus"
import { useFileChoice } from "@/device/useFileChoice"
import { computed, ref, shallowRef, useTemplateRef, watch } from "vue"
import { useRoute, useRouter } from "vue-router"
import { saveFile } from "@/api/files"
import { presentStore, untilCarried, useFetching } from "@/device/useDevice"
import type { FilledRoll as Filled } from "@/device/useRollList"
import NameDialog from "@/parts/NameDialog.vue"
import { notice } from "@/parts/notice"
import ReadPacks from "@/packs/ReadPacks.vue"
import { savePack, type PackOf } from "@/packs/packs"
import { useFiles } from "@/packs/useFiles"
import { keepCover } from "@/pictures/keepCover"
import FetchingYours from "@/frame/FetchingYours.vue"
import PlaceNav from "@/frame/PlaceNav.vue"
import RoomMenu from "@/frame/RoomMenu.vue"
import BeginBrush from "./BeginBrush.vue"
import ChosenBar from "./ChosenBar.vue"
import FilledRoll from "./FilledRoll.vue"
import PickRoll from "@/choosers/PickRoll.vue"
import RollCloth from "./RollCloth.vue"
import RollDialog from "./RollDialog.vue"
import { ORDERS, useFound } from "./useFound"
import type { Drop } from "./usePockets"
import type { ChosenAct, PocketAct, RollAct } from "./acts"
import { calledOf, useRolls } from "./useRolls"
import ShippedCloth from "./ShippedCloth.vue"
import { useShipped } from "./useShipped"
import { useSpringing } from "./useSpringing"

const route = useRoute()
const router = useRouter()
const store = presentStore.value!
const own = useRolls(store)
const { rolls } = own
const fetching = useFetching(store)
const { text, order, seeking, found, filled } = useFound(store, rolls)
const unfolded = ref<Record<string, boolean>>({})
const named = shallowRef<StoredBrush>()
const naming = ref(false)
const described = shallowRef<Filled>()
const describing = ref(false)
const choosing = ref(false)
const chosen = ref(new Set<string>())
/** The act that a roll is picked for. */
const picked = ref<"move" | "copy">("move")
const picking = ref(false)

const chosenBrushes = computed(() =>
  rolls.value.flatMap((roll) => roll.brushes.filter((one) => chosen.value.has(one.id))),
)

// Once they are there, the one that was asked for lies open, else the first.
let laidOpen = false
watch(
  rolls,
  (now) => {
    if (laidOpen || now.length === 0) return
    const { open, named } = route.query
    const wanted = now.find((one) => one.id === open || one.name === named)
    // One that was made a moment ago may still be on its way to this device.
    laidOpen = wanted !== undefined || !(open || named)
    unfolded.value[(wanted ?? now[0]!).id] = true
  },
  { immediate: true },
)
useSpringing((roll) => (unfolded.value[roll] = true))

const place = useTemplateRef<HTMLElement>("place")
const { files: coming, reading, over, choose: chooseFiles, chooseFolder } = useFiles(place)
const packing = ref(false)
const packsAsked = ref(false)

/** Have a pack written, and say where that cannot be had just now. */
async function write(of: PackOf): Promise<void> {
  packsAsked.value = false
  packing.value = true
  await savePack(of).catch((error: Error) => notice(error.message))
  packing.value = false
}

async function saveTip({ id }: StoredBrush, form: "svg" | "png"): Promise<void> {
  try {
    await untilCarried()
    await saveFile(`/api/brushes/${id}/tip-shape.${form}`)
  } catch (error) {
    notice((error as Error).message)
  }
}

function readFrom(choose: () => void): void {
  packsAsked.value = false
  choose()
}

const bench = (id: string) => router.push({ name: "bench", params: { brush: id } })
const { shipped, take } = useShipped(store, bench)
/** What ships lies open until something of it was taken. */
const taken = computed(() => {
  const ships = new Set(shipped.value.flatMap((roll) => roll.brushes.map((one) => one.name)))
  return rolls.value.some((roll) => roll.brushes.some((one) => ships.has(one.name)))
})
const shippedOpen = computed(() => unfolded.value.shipped ?? !taken.value)

/** The roll that a new brush is begun in. */
const beginIn = shallowRef<Filled>()
const beginning = computed({ get: () => Boolean(beginIn.value), set: () => (beginIn.value = undefined) })

async function beginPlain(roll: Filled): Promise<void> {
  await bench(await own.addBrush(roll))
}

const files = useFileChoice({ accept: "image/*", multiple: false, reset: true })
files.onChange(async (given) => {
  const [file] = given ?? []
  const brush = named.value
  if (!file || !brush) return
  try {
    own.mark([brush], { cover: await keepCover(store, file) })
  } catch {
    notice(t("rolls.is-no-picture-that-can-be", { name: file.name, brush: brush.name }))
  }
})

function act(brush: StoredBrush, name: PocketAct): void {
  named.value = brush
  if (name === "pack") return void write({ brush: [brush.id], originals: true })
  if (name === "svg" || name === "png") return void saveTip(brush, name)
  if (name === "duplicate") own.duplicate([brush])
  else if (name === "remove") own.remove([brush])
  else if (name === "favourite") own.mark([brush], { favourite: !brush.favourite })
  else if (name === "tip") own.mark([brush], { cover: null })
  else if (name === "cover") files.open()
  else naming.value = true
}

function choose({ id }: StoredBrush): void {
  choosing.value = true
  const now = new Set(chosen.value)
  if (!now.delete(id)) now.add(id)
  chosen.value = now
}

function chosenAct(name: ChosenAct): void {
  const brushes = chosenBrushes.value
  if (name === "pack") void write({ brush: brushes.map(({ id }) => id), originals: true })
  if (name === "move" || name === "copy") [picked.value, picking.value] = [name, true]
  else if (name === "earlier" || name === "later") own.shift(brushes, name === "earlier" ? -1 : 1)
  else if (name === "favourite") own.mark(brushes, { favourite: !brushes.every((one) => one.favourite) })
  else if (name === "remove") own.remove(brushes)
  if (name === "remove" || name === "done") leaveOff()
}

function leaveOff(): void {
  choosing.value = false
  chosen.value = new Set()
}

function pick(roll: Filled): void {
  own.put(chosenBrushes.value, { roll: roll.id }, picked.value === "copy")
  unfolded.value[roll.id] = true
  leaveOff()
}

/** A pocket was dragged; with it go all that are chosen, if it is one of them. */
function drop({ brush, roll, position, copy }: Drop): void {
  const one = rolls.value.flatMap((each) => each.brushes).find(({ id }) => id === brush)
  const into = rolls.value.find(({ id }) => id === roll)
  if (!one || !into) return
  const together = chosen.value.has(brush) ? chosenBrushes.value : [one]
  const rest = into.brushes.filter(({ id }) => id !== brush)
  const stays = copy ? into.brushes : rest.filter(({ id }) => !together.some((each) => each.id === id))
  const before = rest.slice(position).find((each) => stays.includes(each))
  own.put(together, { roll, before: before?.id }, copy)
}

function rollAct(roll: Filled, name: RollAct): void {
  if (name === "pack") return void write({ roll: [roll.id], originals: true })
  if (name === "duplicate") return own.duplicateRoll(roll)
  if (name === "remove") return own.removeRoll(roll)
  described.value = roll
  describing.value = true
}
</script>

<template>
  <main ref="place" class="rolls" :class="{ over }">
    <header>
      <PlaceNav />
      <span class="space" />
      <label class="search">
        <Search :size="20" />
        <input
          v-model="text"
          type="search"
          :placeholder="t('rolls.find-a-brush')"
          :aria-label="t('rolls.find-a-brush')"
        />
      </label>
      <ElSelect v-model="order" class="order" :aria-label="t('rolls.order-of-the-brushes')">
        <ElOption v-for="one in ORDERS" :key="one.value" :value="one.value" :label="one.label" />
      </ElSelect>
      <button
        type="button"
        class="hm-quiet"
        :aria-label="t('rolls.choose-several-brushes')"
        :aria-pressed="choosing"
        @click="choosing ? leaveOff() : (choosing = true)"
      >
        <SquareCheck :size="20" />
      </button>
      <ElPopover v-model:visible="packsAsked" trigger="click" placement="bottom-end" :width="300">
        <template #reference>
          <button type="button" class="hm-quiet" :aria-label="t('rolls.packs')" :disabled="packing">
            <Package :size="20" />
          </button>
        </template>
        <div class="packs">
          <button type="button" class="hm-quiet" @click="readFrom(chooseFiles)">
            {{ t("rolls.read-packs-or-pictures") }}
          </button>
          <button type="button" class="hm-quiet" @click="readFrom(chooseFolder)">
            {{ t("rolls.read-a-folder-of-pictures") }}
          </button>
          <button type="button" class="hm-quiet" @click="write({ everything: true })">
            {{ t("rolls.everything-of-yours-as-a-pack") }}
          </button>
        </div>
      </ElPopover>
      <button type="button" class="hm-quiet" :aria-label="t('rolls.new-roll')" @click="own.addRoll">
        <Plus :size="20" /> <span class="word">{{ t("rolls.new-roll") }}</span>
      </button>
      <RoomMenu />
    </header>
    <div class="scroll">
      <FetchingYours />
      <p v-if="fetching === false && rolls.length === 0">
        {{ t("rolls.you-have-no-roll-yet-make") }}
      </p>
      <p v-else-if="seeking && found.length === 0" role="status">
        {{ t("rolls.no-brush-of-yours-has-in", { text: text.trim() }) }}
      </p>
      <FilledRoll
        v-for="roll in filled"
        :key="roll.name"
        v-bind="roll"
        :choosing="choosing"
        :chosen="chosen"
        :model-value="unfolded[roll.name] ?? false"
        @update:model-value="unfolded[roll.name] = $event"
        @brush="bench($event.id)"
        @choose="choose"
        @act="act"
      />
      <RollCloth
        v-for="(roll, i) in found"
        :key="roll.id"
        :roll="roll"
        :first="i === 0"
        :last="i === found.length - 1"
        :choosing="choosing"
        :chosen="chosen"
        :model-value="seeking || (unfolded[roll.id] ?? false)"
        @update:model-value="unfolded[roll.id] = $event"
        @brush="bench($event.id)"
        @choose="choose"
        @act="act"
        @drop="drop"
        @add="beginIn = roll"
        @move="own.shiftRoll(roll, $event)"
        @own="rollAct(roll, $event)"
      />
      <template v-if="!seeking && shipped.length > 0">
        <h2 class="shipped-head">
          <button
            type="button"
            class="hm-quiet"
            :aria-expanded="shippedOpen"
            @click="unfolded.shipped = !shippedOpen"
          >
            <component :is="shippedOpen ? ChevronUp : ChevronDown" :size="20" />
            {{ t("rolls.shipped-with-hollowmist") }}
          </button>
        </h2>
      </template>
      <template v-if="!seeking && shippedOpen">
        <ShippedCloth
          v-for="roll in shipped"
          :key="roll.name"
          :roll="roll"
          :model-value="unfolded[`shipped ${roll.name}`] ?? false"
          @update:model-value="unfolded[`shipped ${roll.name}`] = $event"
          @take="take(roll.name, $event)"
        />
      </template>
    </div>
    <BeginBrush
      v-if="beginIn"
      v-model="beginning"
      :shipped="shipped"
      :into="beginIn.id"
      @pack="chooseFiles()"
      @plain="beginPlain(beginIn)"
    />
    <ChosenBar v-if="choosing" :brushes="chosenBrushes" :ordered="order === 'pocket'" @act="chosenAct" />
    <ReadPacks v-if="coming.length > 0" v-model="reading" :files="coming" />
    <NameDialog
      v-model="naming"
      :name="named?.name ?? ''"
      :note="named?.note ?? ''"
      @take="(name, note) => named && own.rename(named, name, note)"
    />
    <RollDialog
      v-model="describing"
      :roll="described"
      @take="described && own.describeRoll(described, $event)"
    />
    <PickRoll
      v-model="picking"
      :title="t(`rolls.${picked}-brushes-to`, { brushes: calledOf(chosenBrushes) })"
      :rolls="rolls"
      @pick="pick"
    />
  </main>
</template>

<style scoped>
.rolls.over {
  outline: 3px dashed var(--active);
  outline-offset: -8px;
}
.packs {
  display: grid;
  justify-items: start;
}
.rolls {
  display: flex;
  flex-direction: column;
  height: 100%;
  max-width: 1400px;
  margin: 0 auto;
  padding-top: 8px;
}
.scroll {
  flex: 1;
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-height: 0;
  padding: 8px 24px 32px;
  overflow-y: auto;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
  min-height: 56px;
  padding: 0 24px;
}
.space {
  flex: 1;
}
.search {
  display: flex;
  align-items: center;
  gap: 8px;
  height: 44px;
  border-bottom: 1px solid var(--rule);
}
.search input {
  width: 170px;
  height: 44px;
  border: 0;
  background: none;
}
.order {
  width: 136px;
}
.shipped-head {
  margin-top: 20px;
  font-size: 1.125rem;
  font-weight: 400;
  color: var(--ink-soft);
}
@media (max-width: 56.25rem) {
  .word {
    display: none;
  }
}
.problem {
  color: var(--ember);
}
</style>
