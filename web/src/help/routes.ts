import type { PlaceHelp } from './help'
import { code, decided, field } from './own'

export const ROUTES: PlaceHelp = {
  called: 'Routes',
  about: [
    'A route is the way of a review: one step after the other, each a review or an approval. The last approval decides.',
    'The steps stand on a ruler of days, with the dates on which they would be due if it began now; weekends and holidays are shaded.',
    'Nobody decides on their own work, nor on their own firm’s unless the route allows it. A role that nobody holds is ' +
      'said before anything is sent there.',
  ],
  fields: {
    Route: { text: 'What people call it: where files are sent, and in messages.' },
    'decided files need not wait for the others': { text: 'Files that came together end one by one; otherwise all wait for the last.' },
    'the author’s own firm may decide too': { text: 'Usually nobody decides on the work of their own firm.' },
    'Comments are drawn together and released by': {
      text: 'Reviewers’ comments stay among them until this person has drawn them together; then the author gets them.',
    },
    'May send on it by hand, beside controllers: roles': {
      text: 'Who may send files that lie in a folder on this route ' + 'without a rule.',
    },
    '… everybody of a firm': { text: 'Everybody of these firms may send on it by hand.' },
    '… people': { text: 'These people may send on it by hand.' },
    Name: { text: 'What people call the step.' },
    Kind: { text: 'A review says what the reviewers think; an approval decides.' },
    'Working days': { text: 'How long it may take, counted from when the step begins, by the project’s working days.' },
    Taken: { text: 'Always, or only if a field says something or from some cycle on; otherwise the step is passed over.' },
    Field: { text: 'The field that is looked at.', example: field },
    Values: { text: 'With one of these values.', example: (p) => code(p, field(p)) },
    Value: { text: 'With this value.' },
    cycle: { text: 'The first time round is cycle 1, the answer to comments is cycle 2.' },
    'They sit in it': { text: 'People, roles, the lead by the matrix, or whoever a field names.' },
    'Answers needed for each file': { text: 'Any one of them, all, or at least so many.' },
    'At least': { text: 'So many answers for each file.' },
    'Several answers become one': { text: 'The strictest counts, or the mildest, or the lead decides.' },
    'What # leads to': {
      text: 'Whether the review goes on, ends there, goes back to the author, or to an earlier step.',
      example: (p) => decided(p, 3),
    },
    'Days before on which they are reminded': { text: 'Working days before the due date; 0 for not at all.' },
    'Days after on which they are reminded again': { text: 'Working days after the due date; 0 for not at all.' },
    'Days after which others are told': {
      text: 'Working days after the due date on which the roles beside it are told that it is late; 0 for not at all.',
    },
    'Roles that are told': { text: 'Who is told that a step is late.' },
    'In the end': { text: 'What happens where nobody ever answers: it waits, counts as an answer, or the step is skipped.' },
    'Silence counts as': {
      text: 'The decision that silence is taken for; the record says that nobody answered.',
      example: (p) => decided(p, 1),
    },
    'Working days after the due date': { text: 'When that happens.' },
    'status code at the end': { text: 'What a revision may be used for once it was decided so, whatever the rule says.' },
    'value at the end': { text: 'What the field says from then on.' },
  },
}
