/** Text that is kept in this browser until it is dropped, so that nothing typed is lost on reload. */
export const drafts = {
  get: (key: string) => localStorage.getItem(`draft:${key}`),
  set: (key: string, text: string) => {
    try {
      localStorage.setItem(`draft:${key}`, text)
    } catch {
      // No room: the text stays in its field for as long as the page does.
    }
  },
  drop: (key: string) => localStorage.removeItem(`draft:${key}`),
}
