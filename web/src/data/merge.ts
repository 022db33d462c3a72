import { mergeRow } from '@maul/core/diary';
import type { OutboxEntry } from './outbox.ts';
import { contentOf, LINKED, sameContent, type Content } from './rows.ts';

/** My change and what the server has, brought together where they do not collide; undefined where they do. */
export const mergedBody = (
  entry: Pick<OutboxEntry, 'route' | 'body' | 'before'>,
  current: object & { version?: number; deleted?: boolean },
): Pick<OutboxEntry, 'body' | 'before'> | undefined => {
  const { body, route } = entry;
  // A row that was made here and whose answer was lost: what stands there is its own first content, and nobody else's.
  if (!entry.before && current.version === 1 && body.base === 0 && !current.deleted)
    return { body: { ...body, base: 1 }, before: { ...contentOf(route, current), deleted: false } };
  if (!entry.before || current.version === undefined) return undefined;
  // A change that an older Maul left on the device lacks the fields of now: they are as unknown as everywhere else.
  const before: Content & { deleted: boolean } = {
    ...contentOf(route, entry.before),
    deleted: entry.before.deleted,
  };
  const theirs: Content = { ...contentOf(route, current), deleted: current.deleted ?? false };
  const mine: Content = { ...contentOf(route, body), deleted: body.deleted };
  // Taken away by the one and changed by the other: that is asked.
  const goneElsewhere = theirs.deleted !== before.deleted && !sameContent(mine, before);
  const goneHere =
    mine.deleted !== before.deleted && !sameContent({ ...theirs, deleted: before.deleted }, before);
  if (goneElsewhere || goneHere) return undefined;
  const merged = mergeRow<Content>(before, mine, theirs, LINKED[route]);
  if ('collide' in merged) return undefined;
  return {
    body: { ...merged.row, base: current.version } as OutboxEntry['body'],
    before: theirs as Content & { deleted: boolean },
  };
};
