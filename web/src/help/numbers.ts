import type { PlaceHelp } from './help'
import { code, field } from './own'

export const NUMBERS: PlaceHelp = {
  called: 'Numbers',
  about: [
    'A scheme says how numbers of one sort are built: fixed text, fields, dates, and a counter. It is drawn as a sample ' +
      'number with a line to each field.',
    'Under it stands the ledger: every number that was given, taken before drawing, reserved or voided, and each gap ' +
      'explained. No number is ever given twice.',
    'Whoever hands in may take a number before there is a file, and draw with it. What arrives without one gets the next.',
  ],
  fields: {
    Name: { text: 'What people call the scheme, or the list.' },
    Numbers: { text: 'What it numbers: documents, or something else such as packages.' },
    Pattern: {
      text:
        'How a number is built: fields in braces, {counter:4} for a counter of four digits, {today:YY} for the year, ' +
        'the rest as it stands. It must be possible to read every number apart again.',
      example: (p) => `${p.code}-{${field(p)}}-{counter:4}`,
    },
    'A counter of its own for each': {
      text: 'Each combination of these fields counts from the beginning.',
      example: (p) => `of each ${field(p)}`,
    },
    'Begins with': { text: 'The first number of each counter.' },
    'In steps of': { text: 'What is added from one number to the next; 1 leaves none out.' },
    'starts again each year': {
      text: 'On 1 January, by the calendar of the project, every counter begins anew. The pattern has to have a year in it.',
    },
    'Called in the pattern': { text: 'What stands in braces: small letters, digits and underscores.' },
    'What the list is called': { text: 'What the pattern calls the list.' },
    'Name of the list': { text: 'What people call the list.' },
    "another system's answer": {
      text: 'This part is asked from another system when a number is given; while it does not answer, the passage waits and says so.',
    },
    'Find a counter': { text: 'Any code of it.', example: (p) => code(p, field(p)) },
    Scheme: { text: 'Which sort of number is taken.' },
    For: { text: 'The firm whose number it is.' },
    Title: { text: 'What will be drawn; it stands in the register from now on.' },
    'Own reference': { text: 'Your own number for it, kept beside ours and found like it.' },
    'How many': { text: 'So many numbers at once.' },
    'Until, the day included': { text: 'What is not used by then is released again, and the ledger says so.' },
    'What for': { text: 'Stands in the ledger beside the range.' },
    'Why it is voided': { text: 'Stands in the ledger for ever; a voided number is not given again.' },
    Originator: { text: 'The firm whose counter it is.' },
    Year: { text: 'The year the counter counts in.' },
    'Its first number': { text: 'Where numbers were given elsewhere before: the next one, above all of those.' },
    'Why; it explains what is left out': { text: 'Stands in the ledger where the gap is.' },
    'coded field': { text: 'What the number will say of this field.', example: (p) => code(p, field(p)) },
  },
}
