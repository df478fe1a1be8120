import { QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { App } from './App'
import { ApiError } from './api/client'
import './app.css'
import { keys } from './lib/desk'
import { applyTheme } from './lib/theme'
import { Boundary } from './ui/boundary'

applyTheme()
window.matchMedia('(prefers-color-scheme: dark)').addEventListener('change', () => applyTheme())

const queries: QueryClient = new QueryClient({
  // A session that has ended shows the sign-in; what was typed stays in its fields.
  queryCache: new QueryCache({
    onError: (error, query) => {
      if (error instanceof ApiError && error.status === 401 && query.queryKey[0] !== keys.session[0])
        queries.invalidateQueries({ queryKey: keys.session })
    },
  }),
  defaultOptions: {
    queries: {
      retry: (count, error) => count < 2 && !(error instanceof ApiError && error.status >= 400 && error.status < 500),
      refetchOnWindowFocus: false,
      // Without a connection what is asked for says so.
      networkMode: 'always',
    },
  },
})

const root = document.getElementById('root')
if (root)
  createRoot(root).render(
    <StrictMode>
      <Boundary>
        <QueryClientProvider client={queries}>
          <BrowserRouter>
            <App />
          </BrowserRouter>
        </QueryClientProvider>
      </Boundary>
    </StrictMode>,
  )
