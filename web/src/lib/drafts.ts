const shelf = 'draft:'
const crowded = new Map<string, string>()
const listeners = new Set<() => void>()
const changed = () => {
  for (const hear of listeners) hear()
}

/** Text that is kept in this browser until it is dropped, so that nothing typed is lost on reload. */
export const drafts = {
  get: (key: string) => crowded.get(key) ?? localStorage.getItem(shelf + key),
  set: (key: string, text: string) => {
    try {
      localStorage.setItem(shelf + key, text)
      crowded.delete(key)
    } catch {
      // No room: it stays for as long as the page does.
      crowded.set(key, text)
    }
    changed()
  },
  drop: (key: string) => {
    crowded.delete(key)
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

/** The line of what is there that is being typed of a client. */
export const sayDraft = (client: string) => `${client}/say`
