import { Navigate, Route, Routes } from 'react-router'
import { useSession } from './lib/desk'
import { useOutboxes } from './lib/file/open'
import { ClientFrame } from './stations/frame/ClientFrame'
import { Practice } from './stations/practice/Practice'
import { Quick } from './stations/quick/Quick'
import { SignIn } from './stations/start/SignIn'
import { Start } from './stations/start/Start'
import { Failed, Waiting } from './ui/parts'

export function App() {
  const session = useSession()
  useOutboxes(session.data)
  if (session.isPending) return <Waiting what="Opening the workbench" />
  if (session.isError && !session.data) return <Failed error={session.error} retry={() => session.refetch()} />
  if (!session.data.signed_in) return <SignIn session={session.data} />
  return (
    <Routes>
      <Route path="/" element={<Start session={session.data} />} />
      <Route path="/quick" element={<Quick />} />
      <Route path="/practice" element={<Practice session={session.data} />} />
      <Route path="/c/:client" element={<Navigate to="needs" replace />} />
      <Route path="/c/:client/:station" element={<ClientFrame />} />
      <Route path="*" element={<Navigate to="/" replace />} />
    </Routes>
  )
}
