/** How much of a day's time is taken: beside it stands the same in words. */
export function DayBar({ has, taken }: { has: number; taken: number }) {
  return (
    <div
      className="[&_i]:block [&_i]:h-full [&_i]:bg-lichen data-[full=true]:[&_i]:bg-amber h-[7px] rounded-sm bg-sunk overflow-hidden"
      aria-hidden="true"
      data-full={taken > has}
    >
      {has > 0 && <i style={{ width: `${Math.min(100, (100 * taken) / has)}%` }} />}
    </div>
  );
}

/** "14 of 60 min taken" */
export function minutesWords(has: number, taken: number): string {
  if (has === 0) return taken > 0 ? `${taken} min, no time` : 'no time';
  return taken > 0 ? `${taken} of ${has} min taken` : `${has} min free`;
}
