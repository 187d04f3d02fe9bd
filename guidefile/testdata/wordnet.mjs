// Looks every taxon of the shipped guide up in Princeton WordNet, by its scientific names, and writes what it says of each
// to wordnet.json, which a test holds the guide against. Run by `make wordnet`; it takes the folder of the dictionary.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const [dict, version] = process.argv.slice(2);
const read = (name) => readFileSync(join(dict, name), 'latin1');
const data = Buffer.from(read('data.noun'), 'latin1');
const offsets = new Map(
  read('index.noun')
    .split('\n')
    .filter((line) => line && !line.startsWith(' '))
    .map((line) => {
      const fields = line.trim().split(/\s+/);
      return [fields[0], fields.slice(6 + Number(fields[3])).map(Number)];
    }),
);

/** A synset: its words, its pointers to nouns by their sign, and its gloss. */
function synset(offset) {
  const line = data.toString('latin1', offset, data.indexOf('\n', offset));
  const [head, gloss] = line.split(' | ');
  const fields = head.trim().split(' ');
  const count = Number.parseInt(fields[3], 16);
  const words = Array.from({ length: count }, (_, i) => fields[4 + 2 * i].replaceAll('_', ' '));
  const at = 4 + 2 * count;
  const pointers = Array.from({ length: Number(fields[at]) }, (_, i) => fields.slice(at + 1 + 4 * i, at + 5 + 4 * i))
    .filter((p) => p[2] === 'n')
    .map(([sign, to]) => ({ sign, to: Number(to) }));
  return { words, pointers, gloss: gloss.trim() };
}

/** The words of the groups that something is a member of, and of the groups that those are members of. */
function groups(offset, depth = 0) {
  if (depth > 4) return [];
  return synset(offset)
    .pointers.filter((p) => p.sign === '#m')
    .flatMap((p) => [...synset(p.to).words, ...groups(p.to, depth + 1)]);
}

const guide = JSON.parse(readFileSync('guide/shipped.json', 'utf8'));
const entries = [];
for (const taxon of guide.taxa) {
  const names = [taxon.name, ...(taxon.synonyms ?? [])].filter((n) => n.includes(' '));
  const name = names.find((n) => offsets.has(n.toLowerCase().replaceAll(' ', '_')));
  if (!name) continue;
  for (const offset of offsets.get(name.toLowerCase().replaceAll(' ', '_')) ?? []) {
    const { words, gloss } = synset(offset);
    const above = groups(offset);
    entries.push({
      taxon: taxon.id,
      name,
      words,
      gloss,
      genus: above.find((w) => w.startsWith('genus '))?.slice(6) ?? '',
      family: above.find((w) => w.endsWith('aceae') && !w.includes(' ')) ?? '',
    });
  }
}
const notice = read('data.noun').split('\n').filter((l) => l.startsWith('  ')).map((l) => l.replace(/^\s+\d+\s?/, '').trim());
const out = { version, notice: notice.join('\n').trim(), asked: guide.taxa.map((t) => t.id).sort(), entries };
writeFileSync('guidefile/testdata/wordnet.json', `${JSON.stringify(out, null, 1)}\n`);
console.log(`${entries.length} of ${guide.taxa.length} taxa are in WordNet ${version}`);
