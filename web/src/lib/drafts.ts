const shelf = 'draft:'
const listeners = new Set<() => void>()
const changed = () => {
  for (const hear of listeners) hear()
}

/** Text that is kept in this browser until it is dropped, so that nothing typed is lost on reload. */
export const drafts = {
  get: (key: string) => localStorage.getItem(shelf + key),
  set: (key: string, text: string) => {
    try {
      localStorage.setItem(shelf + key, text)
    } catch {
      // No room: the text stays in its field for as long as the page does.
    }
    changed()
  },
  drop: (key: string) => {
    localStorage.removeItem(shelf + key)
    changed()
  },
  /** Those whose key begins so. */
  under: (start: string) =>
    Object.keys(localStorage)
      .filter((k) => k.startsWith(shelf + start))
      .map((k) => k.slice(shelf.length)),
  subscribe: (hear: () => void) => {
    listeners.add(hear)
    return () => listeners.delete(hear)
  },
}
