/** Words for what keeps the record: changes on the way, what was set aside, the diary's plain edits. */
export const record = {
  ahead: {
    title: 'Change what is to come',
    short: 'change',
    lead: 'What is done stays as it was. Each change is kept in the log with its time, and screened before it counts.',
    lighter: '{{name}}: one level lighter from here on',
    deeper: '{{name}}: one level deeper from here on',
    contact: 'What touches in {{name}}',
    leaveOut: 'leave out',
    leaveOutOf: 'Leave out {{name}}',
    putIn: 'Put in before the closing',
    putInNow: 'Put it in',
  },
  booking: {
    change: 'Move or cancel the visit of {{client}}',
    title: 'Visit of {{client}}',
    date: 'On',
    move: 'Move it',
    why: 'Why it is cancelled',
    cancel: 'Cancel it',
    close: 'Close',
  },
  failed: {
    title: 'This page could not be drawn.',
    lead: 'Nothing you entered is lost. Draw it again; if it happens again, tell the owner what you did last.',
    again: 'Draw it again',
    back: 'Back to Today',
  },
  settings: {
    title: 'Where the practice lives',
    zone: 'Time zone',
    zoneWhy: 'Days and times everywhere are told in this zone, wherever the page is open.',
    emergency: 'Emergency number here',
    emergencyWhy: 'It stands large when something happens while giving. Left empty, the usual one is shown.',
    notHere: 'Not here',
    notHereWhy:
      'What flows may need and you do not have. Steps that need it say so where a plan is made, and composing leaves them out.',
    keep: 'Keep',
  },
};
