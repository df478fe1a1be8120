import { useSearchParams } from 'react-router'

/** Which thing of the stock is open; the address says so, and so anything can lead here. */
export function useOpenThing() {
  const [search, setSearch] = useSearchParams()
  const open = search.get('of') ?? ''
  const show = (id: string) => setSearch(id ? { of: id } : {}, { replace: true })
  return { open, show, toggle: (id: string) => show(open === id ? '' : id) }
}
