/**
 * Of what was chosen, what can be chosen still, in the order in which it was: another screen may have used up or taken
 * away something that a draft names.
 */
export function stillThere<Id>(chosen: readonly Id[], choices: readonly { id: Id }[]): Id[] {
  const there = new Set(choices.map(({ id }) => id));
  return chosen.filter((id) => there.has(id));
}
