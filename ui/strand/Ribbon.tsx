/** A strand as a ribbon with two faces, upright: each crossing of its edges is half a turn, and leans like S or like Z. */
export function Ribbon({
  turns,
  colourHex,
  width,
  height,
}: {
  /** Z positive. */
  turns: number;
  colourHex: string;
  width: number;
  height: number;
}) {
  const { faces, edges } = ribbonOf({ turns, width, height });
  return (
    <g strokeLinejoin="round">
      {faces.map(({ d, front }, i) => (
        <path
          key={i}
          d={d}
          fill={front ? colourHex : `color-mix(in oklab, ${colourHex}, white 62%)`}
          stroke="var(--ink)"
          strokeOpacity={0.35}
          strokeWidth={1}
        />
      ))}
      {edges.map((d, i) => (
        <path key={i} d={d} fill="none" stroke="var(--ink)" strokeWidth={3} strokeLinecap="round" />
      ))}
    </g>
  );
}

const POINTS_PER_TURN = 32;

/**
 * The outlines of a twisted ribbon. Across it lies (cos a, sin a), towards the viewer the second; where a edge runs in
 * front it goes up to the right as a falls, which is the lean of Z.
 */
export function ribbonOf({ turns, width, height }: { turns: number; width: number; height: number }): {
  faces: { d: string; front: boolean }[];
  edges: string[];
} {
  const w = width / 2;
  const points = Math.max(24, Math.ceil(Math.abs(turns) * POINTS_PER_TURN));
  const at = Array.from({ length: points + 1 }, (_, i) => {
    const share = i / points;
    const angle = -2 * Math.PI * turns * share;
    return { y: height * (1 - share), x: w * Math.cos(angle), z: Math.sin(angle) };
  });
  const faces: { d: string; front: boolean }[] = [];
  let face = [at[0]!];
  for (const point of at.slice(1)) {
    const before = face.at(-1)!;
    face.push(point);
    if (Math.sign(point.x) === Math.sign(before.x) && point !== at.at(-1)) continue;
    faces.push({ d: outline(face, w), front: face[0]!.x + before.x >= 0 });
    face = [point];
  }
  const edges = [1, -1].flatMap((edge) =>
    frontRuns(at, edge).map((run) => line(run.map(({ x, y }) => ({ x: w + edge * x, y })))),
  );
  return { faces, edges };
}

type Point = { x: number; y: number; z: number };

function outline(face: readonly Point[], w: number): string {
  const left = face.map(({ x, y }) => ({ x: w - x, y }));
  const right = face.map(({ x, y }) => ({ x: w + x, y })).reverse();
  return `${line([...left, ...right])}Z`;
}

/** Where one edge of the ribbon runs in front of the other. */
function frontRuns(at: readonly Point[], edge: number): Point[][] {
  const runs: Point[][] = [];
  let run: Point[] = [];
  for (const point of at) {
    if (edge * point.z > 1e-9) run.push(point);
    else if (run.length > 0) {
      runs.push(run);
      run = [];
    }
  }
  if (run.length > 0) runs.push(run);
  return runs.filter((each) => each.length > 1);
}

function line(points: readonly { x: number; y: number }[]): string {
  return `M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}`;
}
