import type { ReactNode } from 'react'
import type { List } from '../../lib/file/parts'
import { Button } from '../parts'
import { Refusals } from '../refusals'
import { Fields } from './disclosure'
import { useRemoval } from './removal'

type Props = {
  of: List
  id: string
  /** What it is called when it is removed. */
  name: string
  children: ReactNode
  /** What stands below its fields. */
  below?: ReactNode
  /** Refusals that have a place of their own. */
  except?: RegExp
}

/** One thing of a list as it is changed: its fields, what is said against it, and removing it. */
export function Editor({ of, id, name, children, below, except }: Props) {
  const remove = useRemoval(of)
  return (
    <>
      <Fields>{children}</Fields>
      {below}
      <Refusals of={`${of}/${id}`} except={except} />
      <Button look="bare" onClick={() => remove(id, name)}>
        Remove
      </Button>
    </>
  )
}
