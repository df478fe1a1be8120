import { type ComponentType, type LazyExoticComponent, lazy } from 'react'

/** What was not fetched yet of the parts that come later. */
const parts = new Set<() => Promise<unknown>>()

/** A part of the application that comes when it is shown, or when there is nothing else to do: so that it is there without a connection. */
export function later<P>(load: () => Promise<ComponentType<P>>): LazyExoticComponent<ComponentType<P>> {
  let got: Promise<{ default: ComponentType<P> }> | null = null
  const once = () => {
    got ??= load().then((part) => {
      parts.delete(once)
      return { default: part }
    })
    // One that did not come is asked for again.
    got.catch(() => {
      got = null
    })
    return got
  }
  parts.add(once)
  return lazy(once)
}

const idle = (then: () => void) => (window.requestIdleCallback ? window.requestIdleCallback(then) : window.setTimeout(then, 200))

/** Fetches, one after the other, all that comes later; what does not come is left till there is a connection again. */
export function fetchAhead() {
  const next = () => {
    const [part] = parts
    if (part)
      part().then(
        () => idle(next),
        () => window.addEventListener('online', () => idle(next), { once: true }),
      )
  }
  idle(next)
}
