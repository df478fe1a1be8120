import { bounds } from '../../api/bounds'
import type { Shapes } from '../../api/client'
import type { Item, List, Part, PartShape } from './parts'

/** What is known of a field wherever it stands: its name, what kind of number it is, and what it may be (of a file's fields by the API's description). */
export type Spec = {
  label: string
  /** A kind of quantity that the units know how to write; without it it is no measured number. */
  kind?: string
  /** The unit of a bare number, where it is not the shown one. */
  bare?: { metric: string; us: string }
  min?: number
  max?: number
  /** What an empty field means; without it a value is needed. */
  empty?: string
  hint?: string
  /** For a text: why it cannot be empty. */
  needed?: string
  /** For a choice: each value in words. */
  options?: Record<string, string>
  /** For yes or no: what it says when it is so. */
  yes?: string
  /** What it is where nobody has said. */
  otherwise?: unknown
}

type ShapeOf<S extends Part | List> = S extends Part ? PartShape<S> : S extends List ? Item<S> : never
type Table = { [S in Part | List]: { name: string; fields: { [F in keyof ShapeOf<S>]?: Spec } } }

const name = (needed: string): Spec => ({ label: 'Name', needed })
const level = (label: string, rest: Partial<Spec> = {}): Spec => ({ label, kind: 'level', ...rest })
const mass = (label: string, rest: Partial<Spec> = {}): Spec => ({ label, kind: 'mass-fine', ...rest })
const volume = (label: string, rest: Partial<Spec> = {}): Spec => ({ label, kind: 'volume', ...rest })
const density = (label: string): Spec => ({ label, kind: 'density' })
const hole: Spec = { label: 'Hole', options: { 25: '25 mm', 30: '28–30 mm', 50: '50 mm' } }

/** Kinds of thing to train with, as people like or avoid them. */
const kits = { hands: 'bells and jugs', bar: 'a bar', bands: 'bands', packs: 'packs and sacks', body: 'the own body' }
const yesNo = (label: string): Spec => ({ label, options: { '': 'not asked', no: 'no', yes: 'yes' }, otherwise: '' })

/** Every field that somebody fills in, named once for its control, for what was changed, and for what two people disagree on. */
export const table = {
  profile: {
    name: 'the client’s details',
    fields: {
      name: { label: 'Client’s name here', needed: 'a client needs a name to be found again' },
      note: { label: 'Private note' },
      budget_minor: { label: 'Budget', kind: 'money' },
      hour_minor: { label: 'An hour of their own is worth', kind: 'money', empty: 'not said', otherwise: 0 },
      currency: { label: 'Currency' },
      units: { label: 'Units (u)', options: { metric: 'kg, m', us: 'lb, ft' } },
    },
  },
  persons: {
    name: 'the person’s details',
    fields: {
      name: { label: 'Called', otherwise: '' },
      weight: { label: 'Counts in the plan', otherwise: 1, hint: 'next to the others’ needs' },
      aside: { label: 'Planned for', yes: 'nothing is planned for them', otherwise: false },
      stature_m: { label: 'Stature', kind: 'length', bare: { metric: 'cm', us: 'in' }, empty: 'not known' },
      reach_m: { label: 'Reach to a bar', kind: 'length', empty: 'estimated', otherwise: 0, hint: 'gripping a bar, barefoot' },
      press_m: { label: 'Grip, pressed up', kind: 'length', empty: 'estimated', otherwise: 0, hint: 'arms straight' },
      body_mass_kg: { label: 'Body mass', kind: 'mass', empty: 'not known' },
      sex: { label: 'Sex (optional)', options: { '': 'not said', female: 'female', male: 'male' } },
      goal: {
        label: 'Goal',
        options: {
          general: 'general fitness',
          muscle: 'muscle',
          strength: 'strength',
          weightlifting: 'weightlifting',
          conditioning: 'conditioning',
          running: 'running support',
          'back-to-training': 'back to training',
          'older-adult': 'older adult',
        },
      },
      experience: { label: 'Experience', options: { new: 'new', novice: 'novice', intermediate: 'intermediate', advanced: 'advanced' } },
      days: { label: 'Days a week' },
      minutes: { label: 'Minutes each' },
      limits: { label: 'Limits' },
      born_year: { label: 'Born in', empty: 'not asked', otherwise: 0 },
      lay_off_months: { label: 'Months off', empty: 'none', otherwise: 0 },
      occupation: {
        label: 'Days are',
        options: { '': 'not asked', forward: 'seated or bent forward', lifting: 'lifting and carrying', other: 'other' },
        otherwise: '',
      },
      likes: { label: 'Knows and likes', options: kits, otherwise: [] },
      avoids: { label: 'Would rather not', options: kits, otherwise: [] },
      agreed: { label: 'Changes agreed to', otherwise: [] },
      answers: { label: 'Answers before training', otherwise: [] },
      ask_floor: {
        label: 'Down to the floor and up',
        options: { '': 'not asked', yes: 'alone', help: 'with help', no: 'not' },
        otherwise: '',
      },
      legs: { label: 'Legs used', options: { '': 'not asked', both: 'both', one: 'one', none: 'none' }, otherwise: '' },
      pain: { label: 'How much pain, 1 to 10', empty: 'not said', otherwise: 0 },
      weeks: { label: 'Weeks', empty: 'not said', otherwise: 0 },
      weeks_on: { label: 'Counted on', otherwise: '', hint: '2026-08-14' },
      birth_on: { label: 'Day of the birth', otherwise: '', hint: '2026-08-14; empty when not known' },
      ask_alone: yesNo('Trains alone'),
      health_note: { label: 'What that means: where, since when', otherwise: '' },
    },
  },
  space: {
    name: 'the home',
    fields: {
      shoe_m: { label: 'Soles', kind: 'thin', empty: 'barefoot', hint: 'count in every standing height' },
      way_width_m: { label: 'Narrowest way in', kind: 'length', empty: 'not measured' },
      way_height_m: { label: 'Lowest place on it', kind: 'length', empty: 'not measured' },
      access: { label: 'Way in', options: { level: 'level', stairs: 'stairs', lift: 'lift', unknown: 'not known' } },
    },
  },
  rooms: {
    name: 'room',
    fields: {
      name: name('a room needs a name'),
      walls: { label: 'Walls' },
      ceiling_m: { label: 'Ceiling', kind: 'length', empty: 'not measured' },
      ceiling_half_m: { label: 'Heights right to ±', kind: 'thin', empty: 'exact' },
      walls_half_m: { label: 'Walls right to ±', kind: 'thin', empty: 'exact' },
      roof: { label: 'Ceiling is of', options: { joists: 'joists', concrete: 'concrete', suspended: 'hung', unknown: 'not known' } },
      taken_m2: { label: 'Taken, not drawn', kind: 'area', empty: 'nothing' },
      surface: {
        label: 'Surface',
        options: {
          concrete: 'concrete',
          wood: 'wood',
          laminate: 'laminate',
          tile: 'tile',
          carpet: 'carpet',
          rubber: 'rubber',
          grass: 'grass',
        },
      },
      floor: { label: 'Floor', options: { slab: 'slab', timber: 'timber', unknown: 'not known' } },
      level: { label: 'Level', options: { level: 'level', slopes: 'sloping', unknown: 'not known' } },
      holes: { label: 'Holes', options: { drill: 'may be drilled', 'no-holes': 'no holes', unknown: 'not known' } },
      door: {
        label: 'Door for bands, while none is drawn',
        options: { solid: 'solid', light: 'hollow, glass, sliding', none: 'none', unknown: 'not known' },
      },
      trains: { label: 'Used for', yes: 'training' },
      outdoor: { label: 'Roof', yes: 'outdoors' },
      neighbours_below: { label: 'Below', yes: 'neighbours below' },
      sleeps: { label: 'Kind', yes: 'bedroom or attic' },
      may_drop: { label: 'Dropping', yes: 'loads may be dropped' },
      dirty: { label: 'Dirt', yes: 'dirty' },
      cold: { label: 'Cold', yes: 'may freeze' },
      damp: { label: 'Damp', yes: 'damp' },
      shared: { label: 'Shared with', options: { car: 'car', laundry: 'laundry', guests: 'guests', work: 'work', children: 'children' } },
      clear_min: { label: 'Clear within, min' },
      storage_l: { label: 'Storage', kind: 'volume', empty: 'none' },
      quiet_from: { label: 'Quiet from, h' },
      quiet_to: { label: 'Quiet until, h' },
    },
  },
  openings: {
    name: 'opening',
    fields: {
      name: name('a name'),
      kind: { label: 'Kind', options: { door: 'door', gap: 'gap', window: 'window', 'garage-door': 'garage door', hatch: 'hatch' } },
      wall: { label: 'In wall' },
      at_m: { label: 'From its start', kind: 'length' },
      width_m: { label: 'Width', kind: 'length' },
      height_m: { label: 'Height', kind: 'length', empty: 'not measured' },
      sill_m: { label: 'Sill', kind: 'length', empty: 'floor' },
      leaf: { label: 'Leaf', options: { solid: 'solid', light: 'hollow, glass', none: 'none', unknown: 'not known' } },
      hinge: { label: 'Hinged at its', options: { start: 'start', end: 'end' } },
      swings: { label: 'Opens', options: { in: 'into the room', out: 'away', slides: 'slides', unknown: 'not known' } },
      track_m: { label: 'Track, underside', kind: 'length', empty: 'none' },
      track_depth_m: { label: 'Track reaches in', kind: 'length', empty: 'none' },
    },
  },
  fixtures: {
    name: 'thing in a room',
    fields: {
      name: name('a name'),
      kind: {
        label: 'Kind',
        options: {
          fixed: 'built in',
          seat: 'to stand or sit on',
          furniture: 'furniture',
          rolls: 'rolls or turns',
          car: 'car',
          storage: 'storage',
          gear: 'gear',
        },
      },
      x_m: { label: 'Middle, along A', kind: 'length' },
      y_m: { label: 'Middle, down', kind: 'length' },
      width_m: { label: 'Width', kind: 'length' },
      depth_m: { label: 'Depth', kind: 'length' },
      height_m: { label: 'Height', kind: 'length', empty: 'not measured' },
      turn_deg: { label: 'Turned, °' },
      mass_kg: mass('Mass', { kind: 'mass', empty: 'not known' }),
      away: { label: 'For training', yes: 'moved away' },
      rock: { label: 'Rock test', options: { 'not-made': 'not made', passed: 'steady', failed: 'rocks' } },
      sit: { label: 'Slow sit test', options: { 'not-made': 'not made', passed: 'held', failed: 'gave' } },
    },
  },
  overheads: {
    name: 'part of a ceiling',
    fields: {
      name: name('a name'),
      kind: { label: 'Kind', options: { beam: 'beam', duct: 'duct', lamp: 'lamp', slope: 'slope' } },
      x_m: { label: 'Middle, along A', kind: 'length' },
      y_m: { label: 'Middle, down', kind: 'length' },
      width_m: { label: 'Width', kind: 'length' },
      depth_m: { label: 'Depth', kind: 'length' },
      turn_deg: { label: 'Turned, °' },
      under_m: { label: 'Underside', kind: 'length' },
      wall: { label: 'Lowest at wall' },
      run_m: { label: 'Rises over', kind: 'length' },
      high_m: { label: 'Up to', kind: 'length', empty: 'the ceiling' },
    },
  },
  'at-hand': { name: 'the fillings at hand', fields: { fillings: { label: 'Fillings at hand' } } },
  containers: {
    name: 'container',
    fields: {
      name: name('a name, as written on it'),
      kind: { label: 'Kind' },
      shape: {
        label: 'Known by',
        options: { prism: 'straight sides', frustum: 'bucket sides', marks: 'marks', 'as-sold': 'as sold' },
      },
      net_kg: { label: 'Net mass printed on it', kind: 'mass', hint: '10 lb, 5 kg' },
      capacity_l: volume('Capacity', { hint: '1 gal, 5 L' }),
      tare_kg: mass('Empty mass'),
      tare_half_kg: mass('± of that', { empty: 'exact' }),
      height_m: level('Inside height'),
      bottom_m: level('Diameter at the base', { hint: 'inside' }),
      top_m: level('Diameter at the top', { hint: 'inside' }),
      brim_l: volume('Holds to the brim'),
      marks: { label: 'Marks' },
      filling: { label: 'Filled with' },
      volume_l: volume('Volume in it', { empty: 'empty' }),
      packed: { label: 'Packed in it' },
      rating_kg: { label: 'Handle good for', kind: 'mass' },
      rating_how: { label: 'Who says what it is good for', options: { maker: 'its maker', judged: 'own judgement' } },
      limits: { label: 'Limits by hold' },
      closure: { label: 'Closed by', options: { sealed: 'cap', zipped: 'zip', open: 'nothing' } },
      condition: { label: 'Condition', options: { sound: 'sound', worn: 'worn: trust half', retired: 'retired' } },
      hang_m: level('Grip to lowest point', { empty: 'not measured' }),
      width_m: level('Outer width', { empty: 'not measured' }),
      adjustable: { label: 'Use', yes: 'refilled from set to set' },
      freezes: { label: 'Where it stands', yes: 'may freeze' },
    },
  },
  batches: {
    name: 'batch',
    fields: {
      name: name('a name, so that it is told from the next sack'),
      filling: { label: 'Filling' },
      low_kg_l: density('Lowest'),
      typical_kg_l: density('Typical'),
      high_kg_l: density('Highest'),
      celsius: { label: 'Water at', kind: 'temperature', empty: 'not measured', hint: '20 °C, 68 °F' },
      wet: { label: 'Wet', yes: 'dries out' },
      loose: { label: 'Loose', yes: 'pours' },
    },
  },
  weighings: {
    name: 'weighing',
    fields: {
      verdict: { label: 'Counts', options: { auto: 'if it fits', counts: 'always', aside: 'set aside' } },
      readings: { label: 'Readings' },
    },
  },
  things: {
    name: 'thing',
    fields: {
      name: name('a name'),
      mass_kg: mass('Mass of one', { hint: 'on a kitchen scale' }),
      half_kg: mass('± of one', { empty: 'exact' }),
      volume_l: volume('Takes up', { hint: 'one, as it lies' }),
      count: { label: 'How many' },
      hard: { label: 'Hard', yes: 'hard or edged' },
      sharp: { label: 'Sharp', yes: 'too sharp' },
      spare: { label: 'Spare', yes: 'free to use' },
    },
  },
  handles: {
    name: 'bar or handle',
    fields: {
      name: name('a name'),
      mass_kg: mass('Its mass', { empty: 'nothing' }),
      collar_kg: mass('One collar', { empty: 'none' }),
      sleeve_m: level('Room for plates, a side', { empty: 'not measured' }),
      bore_mm: hole,
      count: { label: 'How many', options: { 1: 'one', 2: 'a pair' } },
    },
  },
  plates: {
    name: 'plate',
    fields: {
      mass_kg: mass('Mass of one'),
      count: { label: 'Single plates' },
      thickness_m: level('Thickness', { empty: 'not measured' }),
      bore_mm: hole,
    },
  },
  bands: {
    name: 'band',
    fields: {
      name: name('a name'),
      rest_m: level('Laid flat, at rest'),
      rest_half_m: { label: 'That is right to ±', kind: 'thin', empty: '5 mm', otherwise: 0 },
      tape_half_m: { label: 'Tape right to ±', kind: 'thin', empty: '3 mm', otherwise: 0 },
      width_m: { label: 'Width', kind: 'thin', empty: 'not measured' },
      thickness_m: { label: 'Thickness', kind: 'thin', empty: 'not measured' },
      points: { label: 'Points of its curve' },
      condition: { label: 'Condition', options: { sound: 'sound', damaged: 'nick, whitening, sticky', retired: 'retired' } },
      inspected_at: { label: 'Looked over' },
      first_used_at: { label: 'In use since' },
    },
  },
  rigs: {
    name: 'set-up of a band',
    fields: {
      bands: { label: 'Bands together' },
      distance_m: { label: 'From the anchor', kind: 'length' },
      height_m: { label: 'Height of the anchor', kind: 'length' },
      stance_m: level('Between the feet'),
      grip_m: level('Taken up at the grip'),
      strap_m: level('Strap or ring', { empty: 'none' }),
      fold: { label: 'Folded', options: { 1: 'not', 2: 'once', 4: 'twice' } },
      tied_kg: { label: 'It weighs', kind: 'mass', empty: 'none' },
      tied_depth_m: level('Its depth', { empty: '?' }),
    },
  },
  gear: { name: 'piece of gear', fields: { item: { label: 'Piece' } } },
  sets: {
    name: 'set',
    fields: {
      movement: { label: 'Movement' },
      load_kg: { label: 'Load', kind: 'mass' },
      reps: { label: 'Reps', otherwise: 0 },
      seconds: { label: 'Seconds', empty: 'none', otherwise: 0 },
      metres: { label: 'Metres', kind: 'length', empty: 'none', otherwise: 0 },
      rounds: { label: 'Rounds', empty: 'none', otherwise: 0 },
      reserve: { label: 'In reserve' },
      test: { label: 'A test', yes: 'a test: needs rest on it', otherwise: false },
      side: { label: 'Side', options: { '': 'both', left: 'left', right: 'right' }, otherwise: '' },
      standard: { label: 'Standard', options: { '': 'not said', met: 'met', not: 'not met' }, otherwise: '' },
      ended: {
        label: 'Ended by',
        options: { '': 'not said', body: 'the body', grip: 'the grip', load: 'the load', pain: 'pain', time: 'time' },
        otherwise: '',
      },
      pain: { label: 'Pain, 0 to 10', empty: 'none', otherwise: 0 },
      pain_site: { label: 'Where it hurt', otherwise: '' },
      made: { label: 'How the load was made', otherwise: '' },
      note: { label: 'Note', otherwise: '' },
      done_at: { label: 'Done on' },
    },
  },
  slots: {
    name: 'need as set by hand',
    fields: {
      weight: { label: 'Weight', options: { 1: '1', 2: '2', 3: '3', 4: '4', 5: '5' } },
      low: { label: 'Fewest of a set', empty: 'the goal’s' },
      high: { label: 'Most of a set', empty: 'the goal’s' },
      lo_kg: { label: 'Range from', kind: 'mass', empty: 'worked out' },
      hi_kg: { label: 'Range to', kind: 'mass', empty: 'worked out' },
    },
  },
  operations: {
    name: 'operation',
    fields: {
      part: {
        label: 'Operated on',
        options: {
          knee: 'knee',
          hip: 'hip',
          foot: 'foot or ankle',
          back: 'back or spine',
          neck: 'neck',
          shoulder: 'shoulder',
          elbow: 'elbow',
          hand: 'wrist or hand',
          abdomen: 'abdomen (a caesarean too)',
          chest: 'chest',
          heart: 'heart',
          other: 'another part',
        },
      },
      what: { label: 'What was done' },
      on: { label: 'When (as 2026-08)' },
      replaced: { label: 'Joint replaced', yes: 'joint replaced', otherwise: false },
      forbids: { label: 'What the surgeon forbids', otherwise: '' },
    },
  },
  releases: {
    name: 'clearance',
    fields: {
      role: {
        label: 'Whose word',
        options: {
          '': 'not said',
          physician: 'physician',
          surgeon: 'surgeon',
          physiotherapist: 'physiotherapist',
          midwife: 'midwife',
          guardian: 'guardian',
        },
      },
      by: { label: 'Name' },
      on: { label: 'Of (as 2026-11-03)' },
      verdict: { label: 'Said', options: { '': 'not said', may: 'may train', within: 'may train within limits', 'not-yet': 'not yet' } },
      limits: { label: 'Within' },
      until: { label: 'Until (12 months if empty)' },
    },
  },
  builds: {
    name: 'build',
    fields: {
      name: name('a build needs a name to be told from others'),
      state: { label: 'It is', options: { planned: 'planned', made: 'made', retired: 'given up' } },
      room: { label: 'In' },
      wall: { label: 'On wall' },
      at_m: level('From the wall’s start'),
      sizes: { label: 'Its sizes' },
      tests: { label: 'Its tests' },
    },
  },
  offcuts: {
    name: 'piece of material',
    fields: {
      good: { label: 'Of' },
      length_m: level('Long'),
      width_m: level('Wide'),
      count: { label: 'How many' },
    },
  },
  pins: { name: 'pin of the plan', fields: { pin: { label: 'Pin', options: { must: 'in', never: 'never' } } } },
} as const satisfies Table

const open: Record<string, { name: string; fields: Record<string, Spec> }> = table

/** What is known of a field of a scope ("space", "containers/x"); at least its name. */
export function specOf(scope: string, field: string): Spec {
  const part = scope.split('/')[0] ?? ''
  const said: Spec = open[part]?.fields[field] ?? { label: field.replace(/_(kg|m2|m|l|minor|at)$/, '').replaceAll('_', ' ') }
  return { ...bounds[part]?.[field], ...said }
}

/** What a scope is in words: "the room", "container". */
export const scopeName = (scope: string): string =>
  scope.startsWith('stock') ? 'many things at once' : (open[scope.split('/')[0] ?? '']?.name ?? scope)

export type FieldOf<S extends Part | List> = Extract<keyof ShapeOf<S>, string>
export type ValueOf<S extends Part | List, F extends FieldOf<S>> = ShapeOf<S>[F]
export type Label = Shapes['Label']
