import type { ProtocolDocument } from '@maul/contract/coaching';
import { basisOn } from '@maul/core/body';
import { type MacroPolicy, phasesInOrder, phaseName } from '@maul/core/plan';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { MenuFields } from '../../plan/index.ts';
import { type FormProps, Frame } from './Frame.tsx';
import { Whose } from './Whose.tsx';

type Menu = Extract<MacroPolicy, { kind: 'menu' }>;

/** A written menu for many: from a day or a season of somebody, or food by food. */
export const MenuForm = ({ one, onDone }: FormProps) => {
  const kept = one?.document.kind === 'menu' ? one.document : null;
  const [menu, setMenu] = useState<Menu>({
    kind: 'menu',
    name: kept?.menu ?? 'Menu',
    portions: kept?.portions ?? [],
  });
  return (
    <Frame
      one={one}
      onDone={onDone}
      about="Foods that lead with protein, with carbs and with fat are each taken so many times as much, until the menu comes to each athlete’s aims; the phase of tomorrow then goes by it."
      documentOf={(reason): ProtocolDocument | null =>
        menu.portions.length === 0 || menu.name.trim() === ''
          ? null
          : { kind: 'menu', menu: menu.name.trim(), portions: menu.portions, reason }
      }
    >
      <Whose label="Search the foods of" help="Whose foods are searched, and whose day may be copied.">
        {({ athlete, season, bases, today }) => (
          <>
            {phasesInOrder(season)
              .filter((p) => p.macros.kind === 'menu' && p.to >= today)
              .map((p) => (
                <Button
                  key={p.id}
                  size="small"
                  onClick={() => p.macros.kind === 'menu' && setMenu({ ...p.macros })}
                >
                  Take the menu of {phaseName(p).toLowerCase()}
                </Button>
              ))}
            <MenuFields
              rule={menu}
              athlete={athlete}
              carbBasis={basisOn(bases, today)?.carbBasis ?? 'total'}
              today={today}
              onChange={(next) => next.kind === 'menu' && setMenu(next)}
            />
          </>
        )}
      </Whose>
    </Frame>
  );
};
