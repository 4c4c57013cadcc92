// What `keeping` does to a device's own store: has much wait in it, and tells when a stroke is kept.
;(() => {
  const whole = (asked) => new Promise((tell) => (asked.onsuccess = () => tell(asked.result)))
  const open = (account) => whole(indexedDB.open(`hollowmist-${account}`))

  /** Have `count` strokes wait to be carried, each as the one that was drawn last, once that is kept. */
  async function fill(account, count) {
    const db = await open(account)
    const last = async (name) => (await whole(db.transaction(name).objectStore(name).getAll())).at(-1)
    while (!(await last("acts"))) await new Promise((go) => setTimeout(go, 5))
    const [act, body, stroke] = await Promise.all(["acts", "bodies", "strokes"].map(last))
    delete act.seq
    const tx = db.transaction(["acts", "bodies", "strokes"], "readwrite")
    for (let i = 0; i < count; i++) {
      const id = crypto.randomUUID()
      const told = { ...act, id: crypto.randomUUID(), thing: id, changes: [id] }
      tx.objectStore("acts").add(told).onsuccess = ({ target }) =>
        tx.objectStore("bodies").put({ ...body, seq: target.result })
      tx.objectStore("strokes").put({ ...stroke, id, brush: crypto.randomUUID() })
    }
    await new Promise((done) => (tx.oncomplete = done))
    db.close()
  }

  /** How long it takes from the next lift of the pen until one act more waits, ms. */
  async function kept(account) {
    const db = await open(account)
    const count = () => whole(db.transaction("acts").objectStore("acts").count())
    const before = await count()
    const lifted = new Promise((tell) => {
      const note = () => tell(performance.now())
      addEventListener("pointerup", note, { capture: true, once: true })
    })
    window.waiting.ready = true
    const at = await lifted
    while ((await count()) === before) await new Promise((go) => setTimeout(go, 1))
    db.close()
    return performance.now() - at
  }

  window.waiting = { fill, kept }
})()
