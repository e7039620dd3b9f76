/** Words for what keeps the practice's data: copies, sign-ins. */
export const keeping = {
  copies: {
    title: 'Copies',
    never: 'There is no copy yet.',
    age_moment: 'The last good copy was taken a moment ago.',
    age_minutes: 'The last good copy is {{count}} min old.',
    age_hours: 'The last good copy is {{count}} h old.',
    age_days: 'The last good copy is {{count}} days old.',
    late: 'It should be newer.',
    every: 'One is taken every {{hours}} h, checked, and put in {{folder}}.',
    byHand: 'None is taken by itself here. A copy goes to {{folder}}.',
    elsewhere: 'A copy on the same disk does not outlive the disk: have the folder on another one.',
    passphrase: 'Copies are under a passphrase.',
    noPassphrase: 'Copies are not under a passphrase: whoever gets at one can read it.',
    take: 'Take a copy now',
    megabytes: '{{mb}} MB',
  },
};
