import { describe, expect, test } from '@jest/globals';
import { SYMPTOMS, whatToDo } from './symptoms.ts';

describe('what is felt in the last days', () => {
  test('nothing felt, nothing said', () => expect(whatToDo([])).toEqual([]));
  test('dizzy or cramping: stop and drink', () => {
    expect(whatToDo(['dizziness'])[0]).toContain('Stop and drink');
    expect(whatToDo(['cramps']).at(-1)).toContain('a doctor');
  });
  // Source: Hew-Butler 2015, from memory: signs of water that dilutes the blood.
  test('headache or swelling: stop drinking, and never drink more at the same time', () => {
    for (const felt of [['headache'], ['swelling', 'cramps']] as const) {
      const said = whatToDo(felt).join(' ');
      expect(said).toContain('stop drinking');
      expect(said).not.toContain('Stop and drink');
    }
  });
  test.each(['vomiting', 'confusion', 'palpitations', 'breathlessness'] as const)(
    '%s: the emergency number stands first',
    (one) => expect(whatToDo([one])[0]).toContain('emergency number'),
  );
  test('whatever is felt, somebody is told', () => {
    for (const one of SYMPTOMS) expect(whatToDo([one]).length).toBeGreaterThan(0);
  });
});
