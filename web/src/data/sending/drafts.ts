import { create } from 'zustand';
import { holder, keepAside, keptAside } from '../reach.ts';

/** Something written that only counts once it is signed, and cannot be signed now. */
export interface Draft {
  at: number;
  /** What it is, for the reader: “Order for Odo Marrick”. */
  what: string;
  /** The address where it is signed. */
  to: string;
  value: unknown;
}

export const useDrafts = create<{ drafts: Readonly<Record<string, Draft>> }>(() => ({ drafts: {} }));

const KIND = 'draft ';

/** Keeps a draft on this device, closed, under a name; null lets it go. */
export const keepDraft = (name: string, draft: Draft | null): void => {
  const { [name]: _before, ...others } = useDrafts.getState().drafts;
  useDrafts.setState({ drafts: draft ? { ...others, [name]: draft } : others });
  void keepAside(KIND + name, draft);
};

let opened: string | undefined;
/** Takes up the drafts of who is signed in, and of nobody before them. */
export const openDrafts = async (): Promise<void> => {
  const whose = holder();
  if (opened !== whose) useDrafts.setState({ drafts: {} });
  opened = whose;
  const kept = (await keptAside()).filter(([name, value]) => name.startsWith(KIND) && value !== undefined);
  if (holder() !== whose) return;
  const found = Object.fromEntries(kept.map(([name, value]) => [name.slice(KIND.length), value as Draft]));
  useDrafts.setState(({ drafts }) => ({ drafts: { ...found, ...drafts } }));
};

/** The draft under a name, if one is kept; its value is what was kept under it. */
export const useDraftOf = <T>(name: string): (Draft & { value: T }) | undefined =>
  useDrafts((s) => s.drafts[name]) as (Draft & { value: T }) | undefined;
