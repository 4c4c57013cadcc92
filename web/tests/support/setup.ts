// Each test begins with an empty device and a server that knows nothing.
import { IDBFactory } from "fake-indexeddb"
import "fake-indexeddb/auto"
import Dexie from "dexie"
import { afterEach, beforeEach, vi } from "vitest"
import { answering, server } from "./server"

vi.stubGlobal("fetch", answering)

beforeEach(() => {
  vi.stubGlobal("indexedDB", (Dexie.dependencies.indexedDB = new IDBFactory()))
  vi.resetModules()
  server.reset()
})

afterEach(() => vi.useRealTimers())
