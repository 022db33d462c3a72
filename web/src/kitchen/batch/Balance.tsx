import type { Batch } from '@maul/core/kitchen';
import { whole } from '@maul/core/units';

/** What went in is what came out: cooked, poured off and gone as steam. */
export const Balance = ({ balance }: { balance: Batch['balance'] }) => (
  <p data-testid="balance">
    {whole(balance.raw)} g raw{balance.water > 0 ? ` + ${whole(balance.water)} g water` : ''} ={' '}
    <b className="n">{whole(balance.cooked)} g cooked</b>
    {balance.fatOut > 0 ? ` + ${whole(balance.fatOut)} g fat poured off` : ''}
    {balance.waterOut > 0 ? ` + ${whole(balance.waterOut)} g water poured off` : ''} +{' '}
    {whole(Math.max(0, balance.steam))} g steam.
  </p>
);
