import type { ReactNode } from 'react'
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary'
import { Button } from './parts'

const gone = /dynamically imported module|module script|Failed to fetch|error loading|ChunkLoad/i

/** Says what went wrong where a screen would be. A part of the application that is no longer on the server was replaced by a newer one: then loading it anew is all that it takes. */
function Fallen({ error, resetErrorBoundary }: FallbackProps) {
  const text = error instanceof Error ? error.message : String(error)
  const upgraded = gone.test(text)
  return (
    <div className="max-w-prose p-6" role="alert">
      <h2 className="mt-0 text-head">{upgraded ? 'This part of the application could not be loaded' : 'This screen has failed'}</h2>
      <p>
        {upgraded
          ? 'It may have been replaced by a newer version, or there is no connection. What you have typed is kept in this browser.'
          : 'Everything that was saved is safe, and what you have typed is kept in this browser.'}
      </p>
      <p className="flex gap-3">
        <Button look="solid" onClick={() => window.location.reload()}>
          Load it anew
        </Button>
        <Button onClick={resetErrorBoundary}>Try again</Button>
      </p>
      <details className="text-fine text-soft">
        <summary>What was reported</summary>
        <code className="break-words">{text}</code>
      </details>
    </div>
  )
}

/** Catches what a screen throws, so that the rest of the page stays. With another `of` it starts afresh; what lies over the page says how it is shown and closed. */
export function Boundary({ of = '', over, children }: { of?: string; over?: (fallen: ReactNode) => ReactNode; children: ReactNode }) {
  return (
    <ErrorBoundary fallbackRender={(p) => (over ? over(<Fallen {...p} />) : <Fallen {...p} />)} resetKeys={[of]}>
      {children}
    </ErrorBoundary>
  )
}
