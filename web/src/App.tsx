import { Suspense, useEffect } from 'react'
import { Navigate, Route, Routes } from 'react-router'
import type { Session } from './api/client'
import { useSession } from './lib/desk'
import { fetchAhead, later } from './lib/later'
import { Boundary } from './ui/boundary'
import { Failed, Waiting } from './ui/parts'

const ClientFrame = later(() => import('./stations/frame/ClientFrame').then((m) => m.ClientFrame))
const Practice = later(() => import('./stations/practice/Practice').then((m) => m.Practice))
const Quick = later(() => import('./stations/quick/Quick').then((m) => m.Quick))
const Outboxes = later(() => import('./lib/file/open').then((m) => m.Outboxes))
const SignIn = later(() => import('./stations/start/SignIn').then((m) => m.SignIn))
const Start = later(() => import('./stations/start/Start').then((m) => m.Start))

export function App() {
  const session = useSession()
  const signedIn = session.data?.signed_in
  useEffect(() => {
    if (signedIn) fetchAhead()
  }, [signedIn])
  if (session.isPending) return <Waiting what="Opening the workbench" />
  if (session.isError && !session.data) return <Failed error={session.error} retry={() => session.refetch()} />
  return (
    <Boundary>
      <Suspense fallback={null}>
        <Outboxes session={session.data} />
      </Suspense>
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
