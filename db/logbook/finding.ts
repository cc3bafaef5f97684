import { type Db, prepared } from '../common/connection';
import { ftsPrefix } from '../yarn/shelf';
import { sql } from '../common/sql';

/** A piece that was found by its name and its yarn's. */
export interface FoundPiece {
  id: number;
  label: string;
  line: string;
  colourName: string;
  maker: string;
  colourHex: string;
  gone: 0 | 1;
}

const YARNS_LOOKED_AT = 300;

/**
 * Pieces that all the words find between them: the number by itself ("93"), or some words for its yarn and the rest for its
 * label ("kelp cake 2").
 */
export function findPieces(db: Db, words: readonly string[], limit: number): FoundPiece[] {
  const number = words.length === 1 && /^#?\d{1,15}$/.test(words[0]!) ? Number(words[0]!.replace('#', '')) : null;
  const forms = ['hank', 'cake', 'ball', 'mini', 'skein', 'cone', 'bobbin', 'shop'];
  const ofLabel = words.filter(
    (word) => /^\d+$/.test(word) || forms.some((form) => form.startsWith(word) && word.length > 2),
  );
  const ofYarn = words.filter((word) => !ofLabel.includes(word));
  if (number === null && ofLabel.length === 0) return [];
  const match = ofYarn.map(ftsPrefix).filter(Boolean).join(' ');
  return prepared<FoundPiece>(
    db,
    sql`SELECT p.id, p.label, y.line, y.colour_name AS colourName, y.maker, y.colour_hex AS colourHex,
       p.consumed_by IS NOT NULL AS gone
     FROM piece_now p JOIN yarn y ON y.id = p.yarn_id
     WHERE p.id = @number
        OR (@label <> '' AND lower(p.label) LIKE @label AND p.yarn_id IN (
          SELECT id FROM (
            SELECT rowid AS id FROM yarn_text WHERE @match <> '' AND yarn_text MATCH CASE @match WHEN '' THEN '"-"' ELSE @match END
            UNION ALL SELECT id FROM (SELECT id FROM yarn WHERE @match = '' AND gone IS NULL ORDER BY id DESC)
          ) LIMIT @yarns))
     ORDER BY gone, p.id DESC LIMIT @limit`,
  ).all({
    number: number ?? -1,
    label: ofLabel.length > 0 ? `%${ofLabel.join('%')}%` : '',
    match,
    limit,
    yarns: YARNS_LOOKED_AT,
  });
}

export interface FoundNamed {
  kind: 'project' | 'knitting' | 'minis' | 'tool' | 'task';
  id: number;
  name: string;
  about: string;
}

/** Projects, knittings, plans of minis, tools and tasks whose names hold all the words in their order. */
export function findNamed(db: Db, words: readonly string[], limit: number): FoundNamed[] {
  return prepared<FoundNamed>(
    db,
    sql`SELECT 'project' AS kind, id, name, '' AS about FROM project WHERE deleted_at IS NULL AND name || ' ' || notes LIKE @like
     UNION ALL SELECT 'knitting', id, name, '' FROM knitting WHERE deleted_at IS NULL AND name LIKE @like
     UNION ALL SELECT 'minis', id, name, '' FROM mini_plan WHERE name LIKE @like
     UNION ALL SELECT 'tool', id, name, 'a winder' FROM winder WHERE removed_at IS NULL AND name LIKE @like
     UNION ALL SELECT 'tool', id, name, 'a swift' FROM swift WHERE removed_at IS NULL AND name LIKE @like
     UNION ALL SELECT 'tool', id, name, 'a form for the hand' FROM hand_form WHERE removed_at IS NULL AND name LIKE @like
     UNION ALL SELECT 'tool', id, name, 'a scale' FROM scale WHERE removed_at IS NULL AND name LIKE @like
     UNION ALL SELECT 'tool', id, name, 'a counter' FROM counter WHERE removed_at IS NULL AND name LIKE @like
     UNION ALL SELECT 'tool', id, name, 'a reel' FROM reel WHERE removed_at IS NULL AND name LIKE @like
     UNION ALL SELECT 'task', id, title, kind FROM task WHERE deleted_at IS NULL AND title <> '' AND title LIKE @like
     LIMIT @limit`,
  ).all({ like: `%${words.map((word) => word.replaceAll(/[%_]/g, '')).join('%')}%`, limit });
}
