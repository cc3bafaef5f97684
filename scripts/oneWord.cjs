/** An ESLint plugin: refuses names made of a word that docs/glossary.md has another one for. */
const { readFileSync } = require('node:fs');
const path = require('node:path');

const GLOSSARY = path.join(__dirname, '..', 'docs', 'glossary.md');

/** `runHTTPJobs` is run, http, jobs; so are file names and constants. */
const wordsOf = (name) => name.match(/[A-Z]+(?![a-z])|[A-Z]?[a-z]+|\d+/g)?.map((word) => word.toLowerCase()) ?? [];

/** What the glossary has another word for: each as the words that it is made of. */
function refused(glossary) {
  return glossary.split('\n').flatMap((line) => {
    const [, word, , not] = line.split('|').map((cell) => cell.trim());
    if (!not || not === 'not' || /^-+$/.test(not)) return [];
    return not.split(',').map((old) => ({ old: wordsOf(old.trim()), word }));
  });
}

const follows = (words, old) => words.some((_, i) => old.every((each, n) => words[i + n] === each));

const oneWord = {
  meta: {
    type: 'suggestion',
    schema: [],
    messages: { old: '"{{old}}" is called {{word}} here: see docs/glossary.md' },
  },
  create(context) {
    const olds = refused(readFileSync(GLOSSARY, 'utf8'));
    const check = (name, node) => {
      const found = olds.find(({ old }) => follows(wordsOf(name), old));
      if (found) context.report({ node, messageId: 'old', data: { old: name, word: found.word } });
    };
    return {
      Program: (node) => check(path.basename(context.filename).split('.')[0], node),
      Identifier: (node) => check(node.name, node),
      JSXIdentifier: (node) => check(node.name, node),
      // What a field may be, as in `from: 'scale' | 'estimated'`.
      TSLiteralType: ({ literal }) => typeof literal.value === 'string' && check(literal.value, literal),
    };
  },
};

module.exports = { rules: { 'one-word': oneWord } };
