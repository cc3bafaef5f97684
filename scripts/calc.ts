/** `npm run --silent calc -- NAME`: one calculation, from a JSON object on standard input to one on standard output. */
import { readFileSync } from 'node:fs';
import { calculate } from '../server/api/calc';

const BAD_INPUT = 2;

void calculate(process.argv[2] ?? '', readFileSync(0, 'utf8')).then((answer) => {
  console.log(JSON.stringify(answer.ok ? answer.output : { error: answer.error }));
  process.exitCode = answer.ok ? 0 : BAD_INPUT;
});
