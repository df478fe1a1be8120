import { createContext, useContext, useMemo } from 'react'
import type { Library } from '../api/client'
import { type System, Units } from './format'

export const UnitsContext = createContext<Units | null>(null)

/** The units and the currency that numbers are shown in here. */
export function useUnits(): Units {
  const u = useContext(UnitsContext)
  if (!u) throw new Error('no units here')
  return u
}

export function useUnitsOf(system: string, currency: string, library: Library | undefined): Units | null {
  return useMemo(() => (library ? new Units(system as System, library, currency) : null), [system, currency, library])
}
