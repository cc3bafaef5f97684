import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';

const ROOT = path.join(__dirname, '..');
const pages = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', '*.md'], {
  cwd: ROOT,
  encoding: 'utf8',
})
  .trim()
  .split('\n');

test.each(pages)('%s names no file that is not there', (page) => {
  // What changed may name what is gone.
  const text = page === 'CHANGELOG.md' ? '' : readFileSync(path.join(ROOT, page), 'utf8');
  const named = [
    ...[...text.matchAll(/`([\w.-]+(?:\/[\w.[\]-]+)+\.(?:tsx?|mjs|cjs|md|css|sql|json))`/g)].map(([, file]) => file!),
    ...[...text.matchAll(/\]\((?!https?:|#)([^)#]+)/g)].map(([, file]) => file!),
  ];
  const missing = named.filter(
    (file) => !existsSync(path.join(ROOT, file)) && !existsSync(path.join(ROOT, path.dirname(page), file)),
  );
  expect(missing).toEqual([]);
});
