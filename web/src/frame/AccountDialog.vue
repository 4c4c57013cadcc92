<script setup lang="ts">
// The account itself: another password, and its end.
import { t } from "@/words"
import { ElButton, ElDialog, ElInput } from "element-plus"
import { ref, watch } from "vue"
import { api, reach } from "@/api/client"
import { forgetDevice } from "@/device/useDevice"
import { useSession } from "@/device/useSession"
import { savePack } from "@/packs/packs"
import { notice } from "@/parts/notice"

const open = defineModel<boolean>({ required: true })
const session = useSession()
const before = ref("")
const password = ref("")
const problem = ref("")
const closing = ref(false)
const sure = ref("")
const refused = ref("")
const busy = ref(false)

watch(open, () => {
  before.value = password.value = problem.value = sure.value = refused.value = ""
  closing.value = false
})

async function change(): Promise<void> {
  busy.value = true
  const body = { before: before.value, password: password.value }
  const { data, message } = await reach(api.PUT("/api/password", { body }))
  busy.value = false
  problem.value = message
  if (!data) return
  open.value = false
  notice(t("frame.you-have-another-password-all-other"))
}

async function write(): Promise<void> {
  busy.value = true
  await savePack({ everything: true }).catch((error: Error) => (refused.value = error.message))
  busy.value = false
}

async function close(): Promise<void> {
  busy.value = true
  const { data, message } = await reach(api.POST("/api/accounts/closing", { body: { password: sure.value } }))
  busy.value = false
  refused.value = message
  if (!data) return
  await forgetDevice()
  await session.leave()
  location.assign("/sign-in")
}
</script>

<template>
  <ElDialog v-model="open" :title="t('frame.account')" width="min(480px, 94vw)" align-center append-to-body>
    <form @submit.prevent="change">
      <h3>{{ t("frame.another-password") }}</h3>
      <!-- Keepers of passwords are told whose it is. -->
      <input type="text" :value="session.account?.username" autocomplete="username" hidden readonly />
      <label>
        {{ t("frame.the-one-until-now") }}
        <ElInput
          v-model="before"
          name="before"
          type="password"
          show-password
          autocomplete="current-password"
          size="large"
        />
      </label>
      <label>
        {{ t("frame.the-new-one") }}
        <ElInput
          v-model="password"
          name="password"
          type="password"
          show-password
          autocomplete="new-password"
          size="large"
        />
      </label>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <ElButton type="primary" native-type="submit" size="large" :disabled="busy || !before || !password">{{
        t("frame.change-it")
      }}</ElButton>
    </form>
    <section>
      <h3>{{ t("frame.delete-this-account") }}</h3>
      <button v-if="!closing" type="button" class="hm-quiet begin" @click="closing = true">
        {{ t("frame.delete-with-all-its-work", { username: session.account?.username }) }}
      </button>
      <form v-else @submit.prevent="close">
        <p>
          {{ t("frame.rolls-brushes-sources-strokes-and-sheets") }}
        </p>
        <ElButton size="large" :disabled="busy" @click="write">{{
          t("frame.everything-of-yours-as-a-pack")
        }}</ElButton>
        <label>
          {{ t("frame.your-password") }}
          <ElInput
            v-model="sure"
            name="sure"
            type="password"
            show-password
            autocomplete="current-password"
            size="large"
          />
        </label>
        <p v-if="refused" class="problem" role="alert">{{ refused }}</p>
        <div class="acts">
          <ElButton size="large" @click="closing = false">{{ t("frame.leave-it") }}</ElButton>
          <ElButton type="danger" native-type="submit" size="large" :disabled="busy || !sure">{{
            t("frame.delete-it-for-good")
          }}</ElButton>
        </div>
      </form>
    </section>
  </ElDialog>
</template>

<style scoped>
form,
label {
  display: grid;
  gap: 12px;
  justify-items: start;
}
label {
  gap: 4px;
  width: 100%;
}
h3 {
  margin: 0;
  font-size: 1.125rem;
}
section {
  margin-top: 28px;
  padding-top: 20px;
  border-top: 1px solid var(--rule);
}
p {
  margin: 0;
  text-wrap: pretty;
}
.begin {
  padding-left: 0;
  text-decoration: underline;
}
.problem {
  color: var(--ember);
}
.acts {
  display: flex;
  width: 100%;
  justify-content: flex-end;
}
</style>
