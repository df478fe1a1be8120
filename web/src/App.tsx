import { lazy, Suspense } from 'react'
import { Navigate, Route, Routes } from 'react-router'
import type { Session } from './api/client'
import { useSession } from './lib/desk'
import { useOutboxes } from './lib/file/open'
import { Boundary } from './ui/boundary'
import { Failed, Waiting } from './ui/parts'

const ClientFrame = lazy(() => import('./stations/frame/ClientFrame').then((m) => ({ default: m.ClientFrame })))
const Practice = lazy(() => import('./stations/practice/Practice').then((m) => ({ default: m.Practice })))
const Quick = lazy(() => import('./stations/quick/Quick').then((m) => ({ default: m.Quick })))
const SignIn = lazy(() => import('./stations/start/SignIn').then((m) => ({ default: m.SignIn })))
const Start = lazy(() => import('./stations/start/Start').then((m) => ({ default: m.Start })))

export function App() {
  const session = useSession()
  useOutboxes(session.data)
  if (session.isPending) return <Waiting what="Opening the workbench" />
  if (session.isError && !session.data) return <Failed error={session.error} retry={() => session.refetch()} />
  return (
    <Boundary>
      <Suspense fallback={<Waiting what="Opening the workbench" />}>
        {session.data.signed_in ? <Pages session={session.data} /> : <SignIn session={session.data} />}
      </Suspense>
    </Boundary>
  )
}

function Pages({ session }: { session: Session }) {
  return (
    <Routes>
      <Route path="/" element={<Start session={session} />} />
      <Route path="/quick" element={<Quick />} />
      <Route path="/practice" element={<Practice session={session} />} />
      <Route path="/c/:client" element={<Navigate to="needs" replace />} />
      <Route path="/c/:client/:station" element={<ClientFrame />} />
      <Route path="*" element={<Navigate to="/" replace />} />
    </Routes>
  )
}
