<script setup lang="ts">
import { t } from "@/words"
import { ElButton, ElInput } from "element-plus"
import { ref } from "vue"
import { useRoute, useRouter } from "vue-router"
import InkedLine from "./InkedLine.vue"
import { useSession } from "@/device/useSession"
import { useWalk } from "@/frame/useWalk"

const session = useSession()
const walk = useWalk()
const router = useRouter()
const route = useRoute()
const username = ref("")
const password = ref("")
const fresh = ref(false)
const problem = ref("")
const busy = ref(false)

async function enter() {
  if (!username.value || !password.value) {
    problem.value = t("account.write-a-name-and-a-password")
    return
  }
  busy.value = true
  problem.value = await session.enter(username.value.trim(), password.value, fresh.value)
  busy.value = false
  if (!session.account) return
  if (fresh.value) walk.begin()
  await router.replace(fresh.value ? "/first" : String(route.query.to ?? "/rolls"))
}

function turn() {
  fresh.value = !fresh.value
  problem.value = ""
}
</script>

<template>
  <main class="door">
    <section class="paper">
      <InkedLine />
      <h1>{{ t("account.hollowmist") }}</h1>
      <p>{{ t("account.inking-and-lettering-brushes-built-pen") }}</p>
    </section>
    <form class="form" @submit.prevent="enter">
      <h2>{{ fresh ? t("account.open-an-account") : t("account.sign-in") }}</h2>
      <label>
        {{ t("account.name") }}
        <ElInput
          v-model="username"
          name="username"
          autocomplete="username"
          autocapitalize="none"
          size="large"
        />
      </label>
      <label>
        {{ t("account.password") }}
        <ElInput
          v-model="password"
          name="password"
          type="password"
          show-password
          size="large"
          :autocomplete="fresh ? 'new-password' : 'current-password'"
        />
      </label>
      <p v-if="fresh" class="hm-small">{{ t("account.at-least-8-characters-and-not") }}</p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <ElButton type="primary" native-type="submit" size="large" :loading="busy">
        {{ fresh ? t("account.open-it") : t("account.sign-in") }}
      </ElButton>
      <button type="button" class="hm-quiet turn" @click="turn">
        {{ fresh ? t("account.i-have-an-account-already") : t("account.i-have-no-account-yet") }}
      </button>
    </form>
  </main>
</template>

<style scoped>
.door {
  display: grid;
  grid-template-columns: 3fr 2fr;
  height: 100%;
}
.paper {
  background: var(--paper);
  color: var(--on-sheet);
  display: flex;
  flex-direction: column;
  justify-content: center;
  padding: 6vw;
  min-width: 0;
}
.paper h1 {
  font-size: 2.75rem;
  line-height: 1.1;
}
.paper p {
  margin-top: 8px;
  font-size: 1.1875rem;
}
.form {
  display: flex;
  flex-direction: column;
  justify-content: center;
  gap: 16px;
  padding: 32px clamp(24px, 4vw, 72px);
}
.form h2 {
  font-size: 1.625rem;
}
.form label {
  display: grid;
  gap: 6px;
}
.form :deep(.el-input__wrapper) {
  background: var(--paper);
  min-height: 48px;
}
.form :deep(.el-input__inner) {
  color: var(--on-sheet);
}
.problem {
  color: var(--ember);
  font-weight: 700;
}
.turn {
  text-decoration: underline;
  align-self: flex-start;
  padding-left: 0;
}
@media (max-width: 56.25rem) {
  .door {
    grid-template-columns: 1fr;
    grid-template-rows: 2fr 3fr;
  }
  .form {
    justify-content: flex-start;
  }
}
</style>
