import type { AccountDeed, AccountHistory as Page } from '@maul/contract/people';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useInfiniteQuery } from '@tanstack/react-query';
import { call, sentenceOf } from '../data/api.ts';
import { longDateTime } from '../ui/formats/show.ts';

type Deed = Page['deeds'][number];

/** Each deed as a sentence without its subject: "You …", "Tilde …". */
const SAID: Record<AccountDeed, (deed: Deed) => string> = {
  'signed-in': (d) => `signed in${d.device === '' ? '' : `, ${d.device}`}`,
  'signed-out': (d) => `signed out${d.device === '' ? '' : `, ${d.device}`}`,
  'password-changed': () => 'changed the password',
  'password-reset': () => 'set a new password by a code',
  'codes-made': () => 'made ten codes',
  'operator-code': () => 'made a code for a forgotten password',
  'factor-on': () => 'turned two-step sign-in on',
  'factor-off': () => 'turned two-step sign-in off',
  'passkey-made': () => 'made a passkey',
  'passkey-removed': () => 'removed a passkey',
  shared: (d) => `shared with ${d.with ?? 'somebody who has left'}`,
  'share-ended': (d) => `ended sharing with ${d.with ?? 'somebody who has left'}`,
  'share-changed': () => 'changed what a sharing shows',
  'token-made': () => 'made a token for a program',
  'token-revoked': () => 'ended the token of a program',
  'order-signed': () => 'signed an order',
  'season-signed': () => 'signed the season',
  'calendar-made': () => 'made a calendar address',
  'paper-made': () => 'made a PDF of a day',
  'deletion-asked': () => 'asked to delete the account',
  'deletion-taken-back': () => 'kept the account after all',
};

const doerOf = (deed: Deed): string => {
  if (deed.by?.self) return 'You';
  if (deed.by) return deed.by.name;
  return deed.what === 'operator-code' ? 'Whoever runs this Maul' : 'Somebody who has left';
};
/** What another person did with the reader. */
const WITH_ME: Partial<Record<AccountDeed, string>> = {
  shared: 'shared with you',
  'share-ended': 'ended sharing with you',
};
const sentenceFor = (deed: Deed): string => {
  const withMe = deed.by !== null && !deed.by.self ? WITH_ME[deed.what] : undefined;
  return `${doerOf(deed)} ${withMe ?? SAID[deed.what](deed)}`;
};

/** What was done with this account. Nobody can change it. */
export const AccountHistory = () => {
  const { data, error, hasNextPage, fetchNextPage, isFetching } = useInfiniteQuery({
    queryKey: ['account-history'],
    queryFn: ({ pageParam }) =>
      call('accountHistory', { query: pageParam === null ? {} : { before: pageParam } }),
    initialPageParam: null as string | null,
    getNextPageParam: (last) => last.before,
  });
  const deeds = data?.pages.flatMap((page) => page.deeds) ?? [];
  return (
    <section className="rows">
      <h2 className="panel-title">Account history</h2>
      {error && !data && <Alert severity="error">{sentenceOf(error)}</Alert>}
      {!data && !error && <p className="waiting">Looking …</p>}
      {data && (
        <table className="account-history">
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">What</th>
            </tr>
          </thead>
          <tbody>
            {deeds.map((deed) => (
              <tr key={deed.id}>
                <td className="n second">{longDateTime(deed.at)}</td>
                <td>{sentenceFor(deed)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {hasNextPage && (
        <Button onClick={() => void fetchNextPage()} disabled={isFetching}>
          Earlier
        </Button>
      )}
    </section>
  );
};
