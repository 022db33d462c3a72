import { mergeRow } from '@maul/core/diary';
import type { OutboxEntry } from './entry.ts';
import { contentOf, LINKED, sameContent, type Content } from './rows.ts';

/** My change on top of what the server has. Where both changed the same, `collide` says what, and the body is as it will be if mine holds there. */
export interface OnTop extends Pick<OutboxEntry, 'body' | 'before'> {
  collide: { field: string; mine: unknown; theirs: unknown }[];
}

/** My change and what the server has, brought together; undefined where nothing is known of what stands there. */
export const onTop = (
  entry: Pick<OutboxEntry, 'route' | 'body' | 'before'>,
  current: object & { version?: number; deleted?: boolean },
): OnTop | undefined => {
  const { body, route } = entry;
  // A row that was made here and whose answer was lost: what stands there is its own first content, and nobody else's.
  if (!entry.before && current.version === 1 && body.base === 0 && !current.deleted)
    return {
      body: { ...body, base: 1 },
      before: { ...contentOf(route, current), deleted: false },
      collide: [],
    };
  if (!entry.before || current.version === undefined) return undefined;
  // A change that an older Maul left on the device lacks the fields of now: they are as unknown as everywhere else.
  const before: Content & { deleted: boolean } = {
    ...contentOf(route, entry.before),
    deleted: entry.before.deleted,
  };
  const theirs = { ...contentOf(route, current), deleted: current.deleted ?? false };
  const mine: Content = { ...contentOf(route, body), deleted: body.deleted };
  const merged = mergeRow<Content>(before, mine, theirs, LINKED[route]);
  const fields = new Set('collide' in merged ? merged.collide : []);
  // Taken away by the one and changed by the other: that is asked.
  const goneElsewhere = theirs.deleted !== before.deleted && !sameContent(mine, before);
  const goneHere =
    mine.deleted !== before.deleted && !sameContent({ ...theirs, deleted: before.deleted }, before);
  if (goneElsewhere || goneHere) fields.add('deleted');
  const row = 'collide' in merged ? merged.mine : merged.row;
  return {
    body: {
      ...row,
      deleted: goneElsewhere ? mine.deleted : row.deleted,
      base: current.version,
    } as OutboxEntry['body'],
    before: theirs,
    collide: [...fields].map((field) => ({
      field,
      mine: mine[field],
      theirs: (theirs as Content)[field],
    })),
  };
};
