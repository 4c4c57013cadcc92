// How what pops up finds room.

/** It stays within the window, over what opened it where there is no room beside that. */
export const WITHIN = {
  modifiers: [{ name: "preventOverflow", options: { altAxis: true, tether: false, padding: 8 } }],
}
