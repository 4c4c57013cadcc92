import { defineStore } from "pinia"
import { api, reach, type Account } from "@/api/client"
import { note } from "./note"
import { presentStore } from "./useDevice"
import { newId } from "@/documents/ids"

/** How long the server is waited for at the start, ms. */
const PATIENCE = 5000

/** Set while a sign-out waits for the server. */
const LEAVING = "signing out"
/** Who was signed in last: without a network the work goes on. */
const LAST = "account"

function remembered(): Account | null {
  try {
    return JSON.parse(localStorage.getItem(LAST) ?? "null") as Account | null
  } catch {
    return null
  }
}

function remember(account: Account | null): void {
  if (account) localStorage.setItem(LAST, JSON.stringify(account))
  else localStorage.removeItem(LAST)
}

/** Who is signed in, and how they like their room. */
export const useSession = defineStore("session", {
  state: () => ({ account: null as Account | null, looked: false }),
  actions: {
    async look() {
      if (this.looked) return
      // Who signed out while there was no network is signed out first.
      if (localStorage.getItem(LEAVING) && !(await this.tellLeft())) {
        this.looked = true
        return
      }
      const { data } = await reach(api.GET("/api/session", { signal: AbortSignal.timeout(PATIENCE) }))
      if (data && "account" in data) {
        this.account = data.account
        this.looked = true
        remember(data.account)
      } else this.account = remembered()
    },
    /** Sign in, or open an account; returns what went wrong, or nothing. */
    async enter(username: string, password: string, fresh: boolean): Promise<string> {
      if (localStorage.getItem(LEAVING)) this.looked = false
      await this.look()
      const body = { username, password }
      const call = fresh ? api.POST("/api/accounts", { body }) : api.POST("/api/session", { body })
      const { data, message } = await reach(call)
      if (data) {
        this.account = data.account
        this.looked = true
        remember(data.account)
      }
      return message
    },
    /** Sign out: on this device at once, on the server as soon as it can be reached. */
    async leave() {
      localStorage.setItem(LEAVING, "yes")
      remember(null)
      this.account = null
      this.looked = !(await this.tellLeft())
    },
    /** Returns whether the server knows of it. */
    async tellLeft(): Promise<boolean> {
      await reach(api.GET("/api/session"))
      const { status } = await reach(api.DELETE("/api/session"))
      const answered = (status >= 200 && status < 300) || status === 401
      if (answered) localStorage.removeItem(LEAVING)
      return answered
    },
    async prefer(wish: Partial<Pick<Account, "theme" | "hand" | "maker" | "pockets">>) {
      if (!this.account) return
      Object.assign(this.account, wish)
      remember(this.account)
      const store = presentStore.value
      if (store) await store.write(note(store, "prefer", newId(), wish))
    },
  },
})
