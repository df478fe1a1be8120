/** The product's name as it is written. */
export function Name({ small = false }: { small?: boolean }) {
  return (
    <span className={`font-cond font-semibold tracking-wide ${small ? 'text-head' : 'text-title'}`}>
      SCRAPPY<span className="text-action">/</span>RACK
    </span>
  )
}
