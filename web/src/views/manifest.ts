// What views there are: routes, navigation, titles, keys and the browser tests all follow this one list. It knows no
// component, so that tests may read it; App.tsx says which component shows which view.

export type ViewId =
  | 'start'
  | 'bench'
  | 'last-bench'
  | 'records'
  | 'settings'
  | 'guide'
  | 'family'
  | 'glossary'
  | 'overlay'
  | 'overlay-taxon'
  | 'taxon'
  | 'compare'
  | 'key'
  | 'almanac'
  | 'walks'
  | 'walk'
  | 'cards'
  | 'baskets'
  | 'basket'
  | 'prints'
  | 'photo'
  | 'waiting'
  | 'kitchen'
  | 'batch'
  | 'household'
  | 'emergency'
  | 'formulas'
  | 'labels'
  | 'places'
  | 'place'
  | 'year'
  | 'data'
  | 'practice'
  | 'round'
  | 'deck'
  | 'misread';

/** A key, or several, and what they do. */
export type Shortcut = [keys: string[], does: string];

export interface View {
  /** The address, with “:name” for what varies. */
  path: string;
  title: string;
  /** How it stands at the side, with the path of its icon; left out for views that are reached from others. */
  nav?: {
    name: string;
    icon: string;
    /** Whether it stands only where there is room for it. */
    wide?: boolean;
  };
  /** The key that leads there from everywhere. */
  key?: string;
  /** The keys that work on it. */
  shortcuts: Shortcut[];
  /** What it asks the API for at once, under /api/v1, with what varies in its address: asked for together with the page itself. */
  asks?: string[];
  /** Whether it shows drawings as soon as it is there. */
  draws?: boolean;
}

const search: Shortcut = [['/'], 'To the search'];

/** The views in the order in which their addresses are tried. */
export const views: Record<ViewId, View> = {
  start: {
    path: '/',
    title: 'Today',
    nav: { name: 'Today', icon: 'M13 4v18M4 13h18' },
    key: 'n',
    asks: ['/today', '/walks', '/waiting'],
    shortcuts: [search],
  },
  'last-bench': {
    path: '/bench',
    title: 'Bench',
    nav: { name: 'Bench', icon: 'M3 12c2-9 18-9 20 0zM11 12c0 5 0 8-1 11h6c-1-3-1-6-1-11' },
    key: 'b',
    shortcuts: [],
  },
  bench: {
    path: '/bench/:id',
    title: 'Bench',
    asks: ['/guide', '/records/:id'],
    draws: true,
    shortcuts: [
      [['1', '…', '9'], 'The state with that number'],
      [['u'], 'Not sure of it, on or off'],
      [['m'], 'Shows more than one, on or off'],
      [['x'], "Can't see it, because …"],
      [['z', 'y'], 'Undo, redo'],
    ],
  },
  almanac: {
    path: '/almanac',
    title: 'The almanac',
    nav: { name: 'Almanac', icon: 'M4 7h18v15H4zM4 11h18M9 4v5M17 4v5M8 15h3M8 18h7' },
    key: 'a',
    shortcuts: [],
  },
  walks: {
    path: '/walks',
    title: 'Walks',
    nav: {
      name: 'Walks',
      icon: 'M5 22c0-5 8-3 8-8s-6-3-6-7M7 7a2.500 2.500 0 1 0 0-5a2.500 2.500 0 0 0 0 5M13 22h8M19 6l3 3-3 3',
    },
    key: 'w',
    asks: ['/walks'],
    shortcuts: [],
  },
  walk: {
    path: '/walks/:id',
    title: 'A walk',
    asks: ['/guide', '/walks/:id'],
    shortcuts: [[['z', 'y'], 'Undo, redo']],
  },
  cards: { path: '/cards', title: 'Pocket cards', shortcuts: [] },
  places: {
    path: '/places',
    title: 'Places',
    nav: {
      name: 'Places',
      icon: 'M13 22c-5-6-7-9-7-12a7 7 0 0 1 14 0c0 3-2 6-7 12zM13 12a2 2 0 1 0 0-4a2 2 0 0 0 0 4',
      wide: true,
    },
    key: 'p',
    asks: ['/map'],
    shortcuts: [search],
  },
  practice: { path: '/practice', title: 'Practice', key: 'd', asks: ['/practice'], shortcuts: [] },
  round: {
    path: '/practice/round',
    title: 'Would I take it?',
    asks: ['/guide'],
    shortcuts: [
      [['t', 'l', 'o'], 'Take it, leave it, show it to other eyes'],
      [['→'], 'The next one'],
    ],
  },
  misread: { path: '/practice/misread', title: 'What I misread', asks: ['/guide', '/practice'], shortcuts: [] },
  deck: {
    path: '/practice/cards/:name',
    title: 'Cards',
    asks: ['/guide'],
    draws: true,
    shortcuts: [
      [['1', '…', '4'], 'The answer with that number'],
      [['u'], 'Not sure of it, on or off'],
      [['→'], 'The next one'],
    ],
  },
  data: { path: '/data', title: 'Your data', asks: ['/backups', '/kept', '/imports'], shortcuts: [] },
  year: { path: '/year', title: 'The year', asks: ['/year'], shortcuts: [] },
  place: { path: '/places/:id', title: 'A place', shortcuts: [[['z', 'y'], 'Undo, redo']] },
  prints: { path: '/prints', title: 'Spore prints', asks: ['/prints'], shortcuts: [] },
  photo: {
    path: '/photos/:id',
    title: 'A photograph',
    shortcuts: [[['←', '→', '↑', '↓'], 'Move the cross where points are put; Enter puts one']],
  },
  kitchen: {
    path: '/kitchen',
    title: 'Kitchen',
    nav: { name: 'Kitchen', icon: 'M4 12h18v3a7 7 0 0 1-7 7h-4a7 7 0 0 1-7-7zM9 3v5M13 3v5M17 3v5', wide: true },
    asks: ['/kitchen'],
    draws: true,
    shortcuts: [],
  },
  batch: {
    path: '/kitchen/:id',
    title: 'A batch',
    asks: ['/batches/:id', '/household'],
    shortcuts: [[['z', 'y'], 'Undo, redo']],
  },
  labels: { path: '/labels', title: 'Labels', asks: ['/kitchen', '/formulas'], shortcuts: [] },
  formulas: { path: '/formulas', title: 'Formulas', asks: ['/formulas'], shortcuts: [] },
  household: { path: '/household', title: 'Who eats here', asks: ['/guide', '/household'], shortcuts: [] },
  emergency: {
    path: '/emergency',
    title: 'Somebody is ill',
    nav: { name: 'Ill?', icon: 'M10 4h6v6h6v6h-6v6h-6v-6H4v-6h6z' },
    asks: ['/household', '/sheet'],
    shortcuts: [],
  },
  waiting: { path: '/waiting', title: 'To finish at home', asks: ['/waiting'], shortcuts: [] },
  baskets: { path: '/baskets', title: 'Baskets', asks: ['/pickings'], draws: true, shortcuts: [] },
  basket: { path: '/baskets/:id', title: 'A basket', asks: ['/pickings/:id'], shortcuts: [[['z', 'y'], 'Undo, redo']] },
  records: {
    path: '/records',
    title: 'Records',
    nav: { name: 'Records', icon: 'M5 4h16v18H5zM9 9h8M9 13h8M9 17h5' },
    key: 'r',
    asks: ['/records?q=&deleted=false&after='],
    shortcuts: [search],
  },
  guide: {
    path: '/guide',
    title: 'The guide',
    nav: { name: 'Guide', icon: 'M13 7C9 4 5 4 3 5v16c2-1 6-1 10 2c4-3 8-3 10-2V5c-2-1-6-1-10 2zM13 7v16' },
    key: 'g',
    asks: ['/guide', '/taxa?q='],
    draws: true,
    shortcuts: [search],
  },
  family: {
    path: '/guide/family/:name',
    title: 'A family',
    asks: ['/guide', '/families/:name'],
    draws: true,
    shortcuts: [],
  },
  glossary: { path: '/guide/words', title: 'Words and drawings', asks: ['/guide'], draws: true, shortcuts: [search] },
  overlay: { path: '/guide/mine', title: 'My guide', asks: ['/guide', '/overlay'], shortcuts: [] },
  'overlay-taxon': { path: '/guide/mine/:id', title: 'A taxon of my own', shortcuts: [] },
  taxon: {
    path: '/guide/:id',
    title: "A taxon's page",
    asks: ['/guide', '/taxa/:id/page'],
    draws: true,
    shortcuts: [[['←', '→'], 'The month of the figure']],
  },
  compare: {
    path: '/compare',
    title: 'Side by side',
    asks: ['/guide'],
    draws: true,
    shortcuts: [[['←', '→'], 'On a phone: which one stands beside it']],
  },
  key: {
    path: '/key',
    title: 'A key',
    key: 'k',
    asks: ['/guide', '/lacks'],
    draws: true,
    shortcuts: [
      [['1', '…', '9'], 'The answer with that number'],
      [['0'], "Can't tell: keep every name"],
      [['z'], 'Back a step'],
    ],
  },
  settings: {
    path: '/settings',
    title: 'Settings',
    nav: { name: 'Settings', icon: 'M4 8h10M18 8h4M16 5.500v5M4 18h4M12 18h10M10 15.500v5' },
    key: 's',
    asks: ['/guide'],
    shortcuts: [],
  },
};

/** The view at an address; nothing where there is none. */
export function viewAt(address: string): View | undefined {
  const steps = address.split('/');
  return Object.values(views).find(({ path }) => {
    const pattern = path.split('/');
    return (
      pattern.length === steps.length && pattern.every((p, i) => p === steps[i] || (p.startsWith(':') && steps[i]))
    );
  });
}
