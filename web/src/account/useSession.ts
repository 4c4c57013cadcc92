import { defineStore } from "pinia"
import { api, reach, type Account } from "@/api/client"

/** Who is signed in, and how they like their room. */
export const useSession = defineStore("session", {
  state: () => ({ account: null as Account | null, looked: false }),
  actions: {
    async look() {
      if (this.looked) return
      const { data } = await reach(api.GET("/api/session"))
      if (data) {
        this.account = data.account
        this.looked = true
      }
    },
    /** Sign in, or open an account; returns what went wrong, or nothing. */
    async enter(username: string, password: string, fresh: boolean): Promise<string> {
      await this.look()
      const body = { username, password }
      const call = fresh ? api.POST("/api/accounts", { body }) : api.POST("/api/session", { body })
      const { data, message } = await reach(call)
      if (data) {
        this.account = data.account
        this.looked = true
      }
      return message
    },
    async leave() {
      await reach(api.DELETE("/api/session"))
      this.account = null
      this.looked = false
    },
    async prefer(wish: Partial<Pick<Account, "theme" | "hand">>) {
      if (this.account) Object.assign(this.account, wish)
      await reach(api.PATCH("/api/session", { body: wish }))
    },
  },
})
