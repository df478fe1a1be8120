/** The product's name as it is written. */
export function Name({ small = false }: { small?: boolean }) {
  return (
    <span className={`font-cond font-semibold tracking-wide ${small ? 'text-[20px]' : 'text-[26px]'}`}>
      SCRAPPY<span className="text-action">/</span>RACK
    </span>
  )
}
