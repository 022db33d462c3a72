import Bowser from 'bowser';
import type { Request } from 'express';
import type { Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { checkPassword } from './passwords.ts';
import { personById } from './store/accounts.ts';
import { spendFactorCode } from './store/factor.ts';
import { addDeed } from './store/history.ts';
import { spendCode } from './store/waysBack.ts';

/** Browser and system, as they say of themselves. */
export const deviceOf = (req: Request): string => {
  const { browser, os } = Bowser.parse((req.get('user-agent') ?? '').slice(0, 400) || ' ');
  return `${browser.name ?? 'A program'}${os.name === undefined ? '' : ` on ${os.name}`}`.slice(0, 80);
};

export const addressOf = (req: Request): string => req.ip ?? 'unknown';

/** Throws unless the password is this person's; counted like a try to sign in. */
export const prover =
  (house: Services) =>
  async (req: Request, personId: string, password: string): Promise<void> => {
    const person = await personById(house.accounts, personId);
    if (person.is_demo)
      throw new ProblemError(
        'not-allowed',
        'Everybody knows the password of the demo people, so it cannot be changed.',
      );
    const passed = await house.limits.signIn(addressOf(req), person.email);
    if (!(await checkPassword(person.password_hash, password)))
      throw new ProblemError('not-allowed', 'This is not your current password. Nothing was changed.');
    await passed();
  };

/** Writes down what a person did with their own account, and from what device. */
export const did = (
  house: Services,
  req: Request,
  personId: string,
  what: Parameters<typeof addDeed>[1]['what'],
) => addDeed(house.accounts, { personId, what, byId: personId, device: deviceOf(req) });

/** Uses up a code from the phone, or one of the ten codes that stand in for it; false when it is neither. */
export const spendSecondCode = async (house: Services, personId: string, code: string): Promise<boolean> =>
  (await spendFactorCode(house.accounts, personId, code)) ||
  (await spendCode(house.accounts, personId, code)) !== undefined;
