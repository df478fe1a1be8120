import { useState } from 'react'
import { useBench } from '../../lib/desk'
import { localField } from '../../lib/file/useFields'
import { useKept } from '../../lib/hooks'
import { Check, Count, Pick } from '../../ui/field'

/** Load tags as a PDF: which sheet, from which label on. */
export function TagsPrint({ only = '' }: { only?: string }) {
  const { desk, library } = useBench()
  const us = desk.file.profile.units === 'us'
  const [sheet, setSheet] = useKept<string>('tag-sheet', us ? 'plain-letter' : 'plain-a4')
  const [skip, setSkip] = useState(0)
  const [one, setOne] = useState(false)
  const labels = library.tag_sheets.find((s) => s.key === sheet)?.labels ?? 10
  const query = new URLSearchParams({ sheet, skip: String(Math.min(skip, labels - 1)), at: window.location.origin })
  if (one && only) query.set('only', only)
  if (desk.file.containers.length === 0) return null
  return (
    <div className="flex flex-wrap items-start gap-x-5 gap-y-2">
      <div className="w-72">
        <Pick
          label="Load tags on"
          value={sheet}
          options={library.tag_sheets.map((s) => ({ value: s.key, label: s.name }))}
          onValue={setSheet}
        />
      </div>
      <Count
        of={localField({
          key: `${desk.file.id}/tag-skip`,
          spec: { label: 'Labels used up', min: 0, max: Math.min(29, labels - 1) },
          value: skip,
          set: setSkip,
        })}
      />
      {only && (
        <div className="mt-6">
          <Check on={one} onChange={setOne}>
            only this one
          </Check>
        </div>
      )}
      <a
        className="mt-5 inline-flex items-center border border-action bg-action px-3.5 py-1.5 text-fine font-semibold text-paper no-underline hover:brightness-110"
        href={`/api/v1/clients/${desk.file.id}/tags.pdf?${query}`}
        target="_blank"
        rel="noreferrer"
      >
        Open the tags (PDF)
      </a>
    </div>
  )
}
