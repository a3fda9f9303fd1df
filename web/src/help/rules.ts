import type { PlaceHelp } from './help'
import { code, decided, field, name, namePattern } from './own'

const path = (what: string) => ({
  text: `Folders below the chosen one, made where they are missing: a pattern with slashes between. ${what}`,
  example: (p: Parameters<typeof field>[0]) => `{${field(p)}}/{title}`,
})
const called = {
  text: 'What the files are called there, without their ending: a pattern. {name} keeps the name they came under.',
  example: () => '{number}_{revision}',
}
const status = { text: 'What files may be used for from then on; only codes that go with the state of the folder are offered.' }
const check = (what: string) => ({ text: `What becomes of ${what}: stopped for the document controller, sent back, or gone on with.` })
const who = (what: string) => ({
  text: `Only ${what}; several are one or the other. Leave it empty where the others of this condition say who.`,
})

export const RULES: PlaceHelp = {
  called: 'Rule sheet',
  about: [
    'Every row is a rule, and the sheet is tried from the top. A handling rule takes the file: the first that fits, and ' +
      'only that one. A watching rule takes nothing and goes beside: it tells people and may put copies.',
    'A rule says where it stands, which files it takes, and what happens at each station; what it leaves unsaid the ' +
      'project says, at the head of the columns. A cell opens its station under the row, and the sample shows at once ' +
      'what would come of a file.',
    'Nothing you write changes anything for arriving files until the draft is put in force. What errors stand on a row ' +
      'keep it back; warnings do not.',
    'The last row says what becomes of what no rule takes.',
  ],
  fields: {
    'Stands on': {
      text: 'The folders whose arrivals the rule looks at, each with or without what is below. Renaming or moving one breaks nothing.',
    },
    'Find a folder': { text: 'Any words of its path.', example: () => undefined },
    Name: {
      text:
        'What people call the rule: on passages, in messages, in the journal. A new one is called as its folder ' +
        'unless you say otherwise.',
    },
    'What it is for (may stay empty)': { text: 'For whoever keeps the sheet after you.' },
    'A file to try it on': {
      text:
        'A name, one that lies in the folder, or a file of yours, which is not sent. What would come of it stands in ' +
        'each column while you write.',
      example: (p) => `${name(p)}.pdf`,
    },
    'What is asked': {
      text: 'One thing that a file has to meet. All conditions of a rule have to be met; groups ask for any or none of theirs.',
    },
    'Where no PDF comes, a readable copy': {
      text:
        'Whether a PDF is made of what comes without one, before anybody is asked to read. It is read and marked ' +
        'instead of the file, which stays as it came.',
    },
    'The PDF that is read lies': {
      text:
        'With its file it is read and marked, wherever else it lies. Beside it, or in a tree of its own, it is a file too: made ' +
        'again with each version, and following its file. It is no arrival there.',
    },
    'Tree below the folder': {
      text: 'Below this folder the same folders are made as those the files lie in, from below the one the rule stands on.',
    },
    'Taken out when its file leaves': {
      text: 'Once the file has gone to a folder the rule does not stand on, its PDF is taken out of where it lies. Else it stays.',
    },
    'Waits for files of the same name': {
      text: 'The file waits at Prepare until others of its name have come, such as the PDF of a drawing or the drawing of a PDF.',
    },
    'with the endings': { text: 'Endings of file names without their dot, one after the other.', example: () => 'dwg, pdf' },
    'for at most, in working days': { text: 'How long it waits, by the working days of the project, 1 to 60.' },
    'If it does not come, the file': { text: 'Whether it is stopped then, for the document controller, or goes on as it is.' },
    firms: who('work of, or handed in by, people of these firms'),
    roles: who('people who hold these roles'),
    people: who('these people'),
    'ways to arrive': {
      text:
        'New file, new version of the same name, moved in, copied in, sent by hand, or placed by Pervius. What ' +
        'Pervius places is taken by no rule that does not name that here.',
    },
    'file formats': { text: 'What is in the file decides, not its ending. One file of a revision is enough.' },
    'Pattern for names, without ending': {
      text: 'Only names that read so. What the pattern reads is known to the conditions behind it.',
      example: namePattern,
    },
    Field: {
      text: 'A field of the project: its value comes from the form, the folder, the author, a number in the name, or a pattern.',
      example: field,
    },
    Values: { text: 'Any of these values will do.', example: (p) => code(p, field(p)) },
    'Values, with commas between': { text: 'Any of these values will do.' },
    'at least so many kB': { text: 'The size of the largest file of a revision.' },
    'at most so many kB; empty for any': { text: 'The size of the largest file of a revision; empty for no limit.' },
    'identify: who says': { text: 'Leave it to the project, or say it here for this rule alone.' },
    'number: who says': { text: 'Leave it to the project, or say here which scheme numbers what this rule takes, or that it gets none.' },
    'review: who says': { text: 'Leave it to the project, or say here on which route it goes, or that nobody reviews it.' },
    'issue: who says': { text: 'Leave it to the project, or say here what follows from each decision, or where it is filed at once.' },
    'tell: who says': {
      text: 'Leave it to the project, or say here who is told of what. Those who decide are told of their step in any case.',
    },
    'Names are read as (may stay empty)': {
      text:
        'How a name is taken apart: fields in braces, what is optional in square brackets, the rest as it stands. ' +
        'What it reads can be used for numbers, folders and names.',
      example: (p) => `${namePattern(p)} reads ${name(p)}`,
    },
    'parts of a name': {
      text:
        'What this part of the example is: always the same, a field, a date in one of its forms, or nothing that ' + 'matters (read over).',
    },
    'Fields asked for with the files': {
      text: 'Whoever hands in is asked for these once for all files, where name and folder do not say them.',
      example: field,
    },
    'Revisions are': { text: 'Which sequence the revisions of new documents are in; one that exists goes on in its own.' },
    'a number nobody was given': check('a file with a number that is not in the ledger'),
    "another firm's number": check('a file whose number was given to another firm'),
    'a revision that leaves codes out': check('a revision that is not the next'),
    'a number whose earlier revision is still on its way': check('a revision while the one before is still in review'),
    'a name no pattern reads': check('a file whose name none of the patterns reads'),
    'a title block that says another number or revision': {
      text: 'The lower right corner of the first page is compared with name and register, where the PDF has text there.',
    },
    'the name of one that was handed in here before': {
      text: 'A file without a number under a name that has a document here already: its next revision, a new document, or asked.',
    },
    'a PDF in it that cannot be opened (password, damaged)': check('a PDF that nobody could read'),
    'Number scheme': { text: 'How the numbers of what this rule takes are built; schemes are made under Numbers.' },
    'On route': {
      text:
        'The steps of reviewers and approvers it goes through; routes are made under Routes. Below stands when each ' +
        'step would be due if it began now.',
    },
    'Filed at once in': {
      text:
        'The folder it goes to as soon as it has arrived. It may be the folder it came in, with a folder below made ' +
        'from parts of its name.',
    },
    'Where # goes': {
      text: 'What follows from this decision: what the project says of it, back to the author, or a folder.',
      example: (p) => decided(p, 1),
    },
    'Status code for #': status,
    'Status code for filing': status,
    'Path below the folder for #': path('Click a part to put it in.'),
    'Path below the folder for filing': path('Click a part to put it in.'),
    'Path below the folder for copy #': path(
      '{below} stands for the folders from the one the rule stands on down to the file, so that a tree is mirrored.',
    ),
    'Name of files placed for #': called,
    'Name of files placed for filing': called,
    'Name of files placed for copy #': called,
    'Name of files placed for copy # for #': called,
    'Name of files placed for copy # for filing': called,
    'Path below the folder for copy # for #': path('Click a part to put it in.'),
    'Path below the folder for copy # for filing': path('Click a part to put it in.'),
    'Another field to put in': { text: 'Puts a field of the project into the path or the name, where the cursor was last.' },
    'Files are': { text: 'Copied: what came in stays where it lies. Moved: it leaves a trace there that says where it went.' },
    'A name that is taken': {
      text: 'What happens where something else has the name already. In Shared and Published folders nothing is ever replaced.',
    },
    'Field that is set': { text: 'A field of the document that gets a value when it is issued.', example: field },
    'Its value': { text: 'What the field says from then on.', example: (p) => code(p, field(p)) },
    'Released to': {
      text: 'The printer or plotter the PDF goes to, or the readable copy of what is none. How far it is stands on the passage.',
    },
    Paper: {
      text: 'Each page on paper of its own size; as the device chooses; or all made to fit one size. The sizes are read from the device.',
    },
    Copies: { text: 'How many of each, from 1 to 99.' },
    'on both sides': { text: 'Printed on both sides of the paper, where the device can.' },
    'held there': { text: 'It waits at the device until somebody starts it there.' },
    Stamp: {
      text:
        'Every page says number, revision, status, who accepted it and when, and how it stood when it was released; its code leads ' +
        'to how it stands when somebody looks. The left margin is the filing margin of drawings.',
    },
    '#': { text: 'It is released after this decision.' },
    'Copied to': {
      text: 'The folder the further copy goes to. Unless it is made on issue, only folders of work in ' + 'progress are offered.',
    },
    'When it is copied': { text: 'On which occasion the copy is put.' },
    When: { text: 'On which occasion these people are told.' },
    'find a person, a role or a firm': { text: 'Everybody who is chosen is told once, however many rules name the person.' },
    'An address outside the project': {
      text: 'Somebody without an account; Enter adds the address.',
      example: () => 'site.office@example.org',
    },
    'Subject, with merge fields': {
      text: 'The subject of the message; empty for the usual one. Of several files that differ in it, the first is named.',
      example: () => '{number} {revision} is out',
    },
    'Put a field in': { text: 'Puts a field in where the cursor is, or was last.' },
    'What the words are tried on': { text: 'Something that has arrived; the message is shown as it would read of that.' },
    important: { text: 'The message says of itself that it is important, so that mail programs mark it.' },
    'Text, with merge fields': {
      text: 'What is said; empty for the usual words. What stands in square brackets is left out where a field in it has no value.',
      example: () => '{number} {revision} may be built from[: {title}]',
    },
    'What no rule takes in an intake folder is': {
      text:
        'Stopped for the document controller, left where it lies, or left and told. What was left is offered again ' +
        'when a rule is put in force that may take it.',
    },
    'What no rule takes in a folder': { text: 'The same for one folder and what is below it; the nearest folder counts.' },
    'Another folder that says otherwise': { text: 'A folder for which something else holds than for the project.' },
    on: { text: 'What the draft is tried on: the last arrivals as they came, names typed in, or files of yours, which are not sent.' },
    'how many': { text: 'The newest arrivals, the last first.' },
    in: { text: 'Only what arrived in this folder.' },
    'arriving in': { text: 'The folder where these would arrive.' },
    'work of': { text: 'Whose work they would be; conditions on author and firm look at this.' },
    'only what differs': { text: 'Only arrivals that would fare otherwise than under the sheet in force.' },
    'Names to try, one a line': { text: 'Names of files with their endings.', example: (p) => `${name(p)}.pdf` },
    'Put “…” in force': { text: 'Chosen drafts are put in force together, or none of them.' },
    'In which state': { text: 'The edition, or the draft, that is compared.' },
    'Than in which state': { text: 'What it is compared with.' },
    'Find a rule': { text: 'Any words of a rule.' },
    'Which rules': { text: 'All, those with drafts, or those on which the check found something.' },
    'How soon': {
      text:
        'At once, or gathered with other things into one message: over some minutes from the first of them, hourly, or once a day. ' +
        'Everybody may choose for himself on the page Messages.',
    },
    'hand in': { text: 'Opens the folder to a firm or a role, so that its people may hand in there.' },
    'the order as shown': { text: 'The order was changed; it counts once it is put in force.' },
    'what the project says': { text: 'There is a draft of what the project says; it is put in force with the rest.' },
    Show: { text: 'All arrivals that were tried, or some of them.' },
  },
}
