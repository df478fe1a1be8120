export type Theme = 'light' | 'dark'

const dark = () => window.matchMedia('(prefers-color-scheme: dark)').matches

export const currentTheme = (): Theme => (localStorage.getItem('theme') as Theme | null) ?? (dark() ? 'dark' : 'light')

export function applyTheme(theme: Theme = currentTheme()) {
  document.documentElement.dataset.theme = theme
}

export function switchTheme() {
  const next: Theme = currentTheme() === 'dark' ? 'light' : 'dark'
  localStorage.setItem('theme', next)
  applyTheme(next)
}
