import { STOP_DRINKING } from './water.ts';

/** What one may feel in the last days, and what it may mean. */
export const SYMPTOMS = [
  'headache',
  'vomiting',
  'confusion',
  'swelling',
  'dizziness',
  'cramps',
  'palpitations',
  'breathlessness',
] as const;
export type Symptom = (typeof SYMPTOMS)[number];

const TOO_MUCH: readonly Symptom[] = ['headache', 'vomiting', 'confusion', 'swelling'];
const TOO_LITTLE: readonly Symptom[] = ['dizziness', 'cramps'];
const CALL: readonly Symptom[] = ['vomiting', 'confusion', 'palpitations', 'breathlessness'];

/**
 * What to do with what is felt, the gravest first; empty where nothing is. Too much and too little water can feel alike: what stands first keeps from
 * both. Never a diagnosis. Source: Noakes 2001, Hew-Butler 2015, from memory; common practice, no source.
 */
export const whatToDo = (felt: readonly Symptom[]): string[] => {
  const any = (list: readonly Symptom[]): boolean => felt.some((one) => list.includes(one));
  return [
    ...(any(CALL) ? ['Call the emergency number now, and do not be alone.'] : []),
    ...(any(TOO_MUCH) ? [STOP_DRINKING] : []),
    ...(any(TOO_LITTLE)
      ? [
          any(TOO_MUCH)
            ? 'Sit or lie down. Leave the plan of water and salt until somebody has looked at you.'
            : 'Stop and drink, with something salty to eat. Sit or lie down. The plan of water and salt is over for today.',
        ]
      : []),
    ...(felt.length > 0 ? ['Tell your coach, and see a doctor if it does not pass within the hour.'] : []),
  ];
};
