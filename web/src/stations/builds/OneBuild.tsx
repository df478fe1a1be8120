import { useMemo } from 'react'
import type { ClientFile } from '../../api/client'
import { useBench } from '../../lib/desk'
import { useTold } from '../../lib/file/told'
import { useFields } from '../../lib/file/useFields'
import { Choice, Text } from '../../ui/field'
import { Fields, useRemoval } from '../../ui/list'
import { Button } from '../../ui/parts'
import { Refusals } from '../../ui/refusals'
import { Elevation } from '../../ui/room/Elevation'
import { Drawings, OnWall } from './BuildDrawing'
import { Checks } from './Checks'
import { Making } from './Making'
import { Place, Sizes } from './Sizes'
import { Tests } from './Tests'
import { type Designed, givenWords, type State, toneOf, used } from './words'

type Build = ClientFile['builds'][number]

/** A build of the client's: its drawing with what its parts are used, its sizes, its checks, how it is made and kept. */
export function OneBuild({ build, state }: { build: Build; state: State }) {
  const of = useFields('builds', build.id)
  const remove = useRemoval('builds')
  const { box } = useBench()
  const told = useTold()
  const d = state.designed
  const does = d.doing
  // What is asked is done at once, and taken back at once.
  const doIt =
    does &&
    (() => {
      const kept = box.setThing('builds', build.id, (now) => ({
        sizes: [...now.sizes.filter((s) => !does.sizes.some((x) => x.id === s.id)), ...does.sizes],
        ...(does.wall === undefined || does.at_m === undefined ? {} : { wall: does.wall, at_m: does.at_m }),
      }))
      told(`Done: ${d.remedy}.`, kept, (last) => last.part === 'builds' && last.id === build.id)
    })
  return (
    <div className="min-w-0 p-4 md:px-6">
      <Verdict designed={d} counts={state.counts} made={build.state === 'made'} onDo={doIt} />
      {state.fault && <p className="m-0 font-semibold text-wrong">{state.fault.detail}</p>}
      <div className="mt-3 grid gap-x-6 gap-y-3 xl:grid-cols-[minmax(0,1fr)_22rem]">
        <div className="min-w-0">
          {!state.fault && <Drawings designed={d} />}
          <Wall build={build} designed={d} />
          {!state.fault && <Checks designed={d} />}
          <Tests build={build} state={state} />
          {!state.fault && <Making designed={d} open={build.state === 'planned'} />}
        </div>
        <div className="min-w-0">
          <Fields>
            <Text of={of('name')} />
            <Choice of={of('state')} />
          </Fields>
          <Place build={build} on={d.on} />
          <Sizes build={build} state={state} />
          <Refusals of={`builds/${build.id}`} />
          <p className="mt-4">
            <Button look="bare" onClick={() => remove(build.id, build.name)}>
              Take this build out
            </Button>
          </p>
        </div>
      </div>
    </div>
  )
}

/** Whether all of it passes, the weakest link by name, what would mend it and what is safe instead. */
export function Verdict({
  designed: d,
  counts = false,
  made = false,
  onDo,
}: {
  designed: Designed
  counts?: boolean
  made?: boolean
  onDo?: () => void
}) {
  const tone = { wrong: 'text-wrong', due: 'text-due', covered: 'text-covered' }[toneOf(d.use, d.ok)]
  const given = givenWords(d)
  return (
    <div>
      <h2 className="m-0 text-head leading-tight">{d.title}</h2>
      <p className={`m-0 text-lead font-semibold ${tone}`}>
        {d.ok
          ? `Every check passes${d.use ? `; the weakest is ${d.weakest}, used ${used(d.use)}` : ''}.`
          : `Not as it stands: ${d.why || `${d.weakest} is used ${used(d.use)}`}.`}
      </p>
      {!d.ok && d.remedy && (
        <p className="m-0 text-body">
          <b>The least that makes all checks pass:</b> {d.remedy}.{' '}
          {onDo && (
            <Button look="bare" onClick={onDo}>
              Do it
            </Button>
          )}
        </p>
      )}
      {!d.ok && d.instead && (
        <p className="m-0 text-body">
          <b>Safe instead:</b> {d.instead}.
        </p>
      )}
      {d.for && <p className="m-0 text-fine text-soft">{d.for}.</p>}
      <p className="m-0 text-fine text-soft">
        {counts
          ? given
            ? `It counts at Needs: ${given}.`
            : `Made${d.no_proof ? '' : ' and proven'}.`
          : made || !given
            ? ''
            : `Gives ${given}, once it is made${d.no_proof ? '' : ' and proven'}.`}{' '}
        Guidance for a competent person; local codes and a licensed trade decide.
      </p>
    </div>
  )
}

/** The build on the client's own wall. */
function Wall({ build, designed }: { build: Build; designed: Designed }) {
  const { desk } = useBench()
  const room = desk.file.rooms.find((r) => r.id === build.room)
  const state = desk.results.home.rooms.find((r) => r.id === build.room)
  const none = useMemo(() => ({ list: 'walls' as const, wall: -1 }), [])
  if (designed.on !== 'wall' || !room || !state || build.wall < 0 || build.wall >= state.walls.length) return null
  return (
    <div className="mt-3">
      <Elevation room={room} state={state} wall={build.wall} picked={none} pick={() => {}}>
        <OnWall designed={designed} at={build.at_m} />
      </Elevation>
    </div>
  )
}
