import type { PlaceHelp } from './help'
import { code, decided, field } from './own'

export const PROJECT: PlaceHelp = {
  called: 'Project',
  about: [
    'What holds for the whole project: its fields and codes, status and decision codes, revision sequences, working days, ' +
      'and how people sign in.',
    'Rules, schemes and routes are built of these. What something in force needs cannot be taken away; it is said what needs it.',
    'The whole of it can be written out as a starting set, and another project begun from that.',
  ],
  fields: {
    'New field: what patterns call it': {
      text: 'What stands in braces in patterns: small letters, digits and underscores. It stays for good.',
      example: field,
    },
    'What people call it': { text: 'What stands beside it on screens and lists.' },
    'It takes': { text: 'Codes of a list, digits, letters, a date, or free text.' },
    'At most so wide': { text: 'The most characters a value may have; numbers and names are read by it.' },
    'Find a code': { text: 'A code, or a word of what it means.' },
    Code: { text: 'As it stands in names and numbers, capitals and all.', example: (p) => code(p, field(p)) },
    Meaning: { text: 'What the code stands for, as people read it.', example: (p) => code(p, field(p)) },
    Retired: { text: 'It is still read, but no longer offered.' },
    'What # is called': { text: 'What the decision is called on screens and in messages.', example: (p) => decided(p, 1) },
    '# in short': { text: 'The same in at most eight letters, for narrow lists.' },
    'With # work may go on': { text: 'Whether the work may be built or gone on with.' },
    'With # it must come again': { text: 'Whether a next revision is awaited.' },
    '# needs a comment': { text: 'Whether nobody can decide so without saying why.' },
    'Where # is issued to': {
      text: 'The folder that decided revisions go to where a rule leaves it to the project; none sends it back to its author.',
    },
    'Status code for #': { text: 'What it may be used for once it is there.' },
    'Goes with': { text: 'The states of folders in which the code may stand; all where none is chosen.' },
    'Status code': { text: 'The code as it stands on lists and in names.', example: (p) => p.statusCodes[0]?.code },
    'What it says': { text: 'What a revision with this code may be used for.', example: (p) => p.statusCodes[0]?.meaning },
    Name: { text: 'What people call the sequence.' },
    'What rules call it': { text: 'Its key in rules and files; small letters, digits and hyphens.' },
    'How its codes are written': { text: 'A letter and a count, or letters of the alphabet.', example: () => 'P01, P02 … or A, B …' },
    Prefix: { text: 'What stands before the count.', example: () => 'P' },
    Digits: { text: 'How many digits the count has.', example: () => '2 for P01' },
    'Letters left out': { text: 'Letters that are taken for others.', example: () => 'IO' },
    'First count': { text: 'Whether it begins with 0 or 1.' },
    'has sub-steps': { text: 'Whether work in progress counts behind a point.', example: () => 'P01.02' },
    'a day of the week': { text: 'Chosen days are worked on; days of reviews are counted by them.' },
    from: { text: 'When a working day begins; what comes before counts from then.' },
    to: { text: 'When a working day ends; what comes later counts from the next one.' },
    Day: { text: 'A holiday, on which nobody works.' },
    Called: { text: 'What the holiday is called.' },
    Address: { text: 'Where the other system answers; only an administrator sets it.' },
    'Secret, sent as a bearer token': { text: 'Kept out of sight; left empty it stays as it is.' },
    'second step': { text: 'Whether everybody in the project has to sign in with a second step.' },
  },
}
