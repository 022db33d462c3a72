import type { DayDocument, Handover } from '@maul/contract/diary';
import { clockOf, localMoment, minutesIntoDay } from '@maul/core/units';
import { type DaySheet } from '@maul/core/diary';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { METHOD_NAMES } from '../../ui/gauge/Glyph.tsx';
import { gramsText } from '../../ui/formats/show.ts';
import { addMeal, addPortion } from '../../data/edit.ts';
import { asStep } from '../../data/undo/steps.ts';
import { call, sentenceOf } from '../../data/api.ts';
import { queryClient } from '../../data/session.ts';

/** What others have given: taken into the nearest meal, or left. */
export const Offers = ({ day, sheet }: { day: DayDocument; sheet: DaySheet }) => {
  const [fault, setFault] = useState<string | null>(null);
  const answer = async (offer: Handover, taken: boolean): Promise<void> => {
    setFault(null);
    try {
      await call('answerHandover', { params: { id: offer.id }, body: { answer: taken ? 'taken' : 'left' } });
      if (taken) {
        const now = clockOf(localMoment(new Date(), day.athlete.zone).minutes);
        const into = (time: string): number => minutesIntoDay(time, day.athlete.dayTurnsAt);
        const nearest = [...sheet.meals].sort(
          (a, b) => Math.abs(into(a.time) - into(now)) - Math.abs(into(b.time) - into(now)),
        )[0];
        asStep(day, `${offer.food.name} from ${offer.fromName}`, () => {
          const mealId = nearest?.id ?? addMeal(day, now);
          const part = { food: offer.food, plannedGrams: null, grams: offer.grams, method: offer.method };
          addPortion(day, mealId, { ...part, division: null, reason: `from ${offer.fromName}` }, offer.id);
        });
      }
      void queryClient.invalidateQueries({ queryKey: ['day', day.athlete.id] });
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  const block = async (offer: Handover): Promise<void> => {
    setFault(null);
    try {
      await call('block', { params: { athleteId: day.athlete.id, id: offer.fromId } });
      void queryClient.invalidateQueries({ queryKey: ['day', day.athlete.id] });
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <>
      {day.offers.map((offer) => (
        <section key={offer.id} className="order-strip" aria-label={`From ${offer.fromName}`}>
          <p>
            <b>{offer.fromName}</b> gives you {gramsText(offer.grams)} g {offer.food.name},{' '}
            {METHOD_NAMES[offer.method]}.
          </p>
          <Button size="small" variant="contained" onClick={() => void answer(offer, true)}>
            Take it
          </Button>
          <Button size="small" onClick={() => void answer(offer, false)}>
            Not for me
          </Button>
          <Button size="small" color="error" onClick={() => void block(offer)}>
            Block {offer.fromName}
          </Button>
        </section>
      ))}
      {fault !== null && <p role="alert">{fault} Nothing was taken.</p>}
    </>
  );
};
