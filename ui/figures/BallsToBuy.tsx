/** How many more to get: whole ones, of the same dye lot, and what is kept to spare. */
export function BallsToBuy({ toReach, spare, lot }: { toReach: number; spare: number; lot: string }) {
  return (
    <div>
      Get{' '}
      <strong>
        {toReach} more{spare > 0 && `, and ${spare === 1 ? 'one' : spare} to spare`}
      </strong>
      , {lot ? `of lot ${lot}` : 'all of one dye lot, compared with yours in daylight: the lot of yours is not known'}.
    </div>
  );
}
