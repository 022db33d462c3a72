import type { SeasonDocument } from '@maul/contract/plan';
import { addDays, daysBetween, weekStart, type IsoDate, whole } from '@maul/core/units';
import { changePhase, phaseOn, weekAim, type DayTargets, type DayType } from '@maul/core/plan';
import {
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import ChevronLeft from '@mui/icons-material/ChevronLeft';
import ChevronRight from '@mui/icons-material/ChevronRight';
import { useEffect, useState } from 'react';
import { shortDate } from '../../ui/formats/show.ts';
import { energyFigure, energyText, useUnits } from '../../ui/formats/units.ts';
import { useSession } from '../../data/session.ts';
import { applySeason, useEditor } from '../editor.ts';
import { levelled, placeOn } from '../plan.ts';

const WEEKS = 4;

const TypeChip = ({ type }: { type: DayType }) => {
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({ id: type.id });
  return (
    <button
      type="button"
      ref={setNodeRef}
      className={isDragging ? 'type-chip type-chip-dragged' : 'type-chip'}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      {...listeners}
      {...attributes}
      aria-roledescription="day type; Space picks it up, arrow keys carry it to a day, Space puts it down"
    >
      {type.name}
    </button>
  );
};

interface CellProps {
  hideEnergy: boolean;
  date: IsoDate;
  day: DayTargets | undefined;
  today: IsoDate;
  chosen: boolean;
  onChoose: (date: IsoDate) => void;
  onMenu: (date: IsoDate, anchor: HTMLElement) => void;
}

const DayCell = ({ date, day, today, chosen, hideEnergy, onChoose, onMenu }: CellProps) => {
  const units = useUnits();
  const { setNodeRef, isOver } = useDroppable({ id: date, disabled: date < today });
  const exception = day?.phase.exceptions[date] !== undefined;
  const level = day?.phase.levels[date];
  const aim = hideEnergy ? undefined : day?.windows.ENERC?.aim;
  const text = day
    ? `${day.dayType.name}${aim === undefined ? '' : `, ${energyText(aim, units)}`}${exception ? ', set for this date' : ''}${level ? `, levelled by ${whole(level)}` : ''}`
    : 'no phase';
  return (
    <td
      ref={setNodeRef}
      className={`board-cell ${date === today ? 'board-today' : ''} ${date < today ? 'board-past' : ''} ${isOver ? 'board-over' : ''} ${chosen ? 'board-chosen' : ''}`}
    >
      <button
        type="button"
        aria-pressed={chosen}
        aria-label={`${shortDate(date)}: ${text}`}
        onClick={(e) => {
          onChoose(date);
          if (chosen && date >= today && day) onMenu(date, e.currentTarget);
        }}
        onContextMenu={(e) => {
          e.preventDefault();
          if (date >= today && day) onMenu(date, e.currentTarget);
        }}
      >
        <span className="quiet">{Number(date.slice(8))}</span>
        {day ? (
          <b className={exception ? 'is-planned' : ''}>{day.dayType.name}</b>
        ) : (
          <b className="quiet">–</b>
        )}
        <span className="n">
          {aim === undefined ? '' : energyFigure(aim, units)}
          {level ? <span className="is-planned"> {level > 0 ? '↑' : '↓'}</span> : ''}
        </span>
      </button>
    </td>
  );
};

/** The coming weeks day by day: day types dragged onto dates, each week's mean against the aim, and holding it. */
export const WeeksBoard = ({
  document,
  date,
  onDate,
}: {
  document: SeasonDocument;
  date: IsoDate;
  onDate: (date: IsoDate) => void;
}) => {
  const units = useUnits();
  const season = useEditor((s) => s.season);
  const [page, setPage] = useState(0);
  const start = weekStart(document.today, document.athlete.profile.weekStartsOn);
  // The weeks shown are those of the date that is chosen.
  useEffect(() => {
    setPage(Math.max(0, Math.floor(daysBetween(start, date) / (7 * WEEKS))));
  }, [start, date]);
  const [said, setSaid] = useState<string | null>(null);
  const [menu, setMenu] = useState<{ date: IsoDate; anchor: HTMLElement } | null>(null);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 4 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 150, tolerance: 6 } }),
    useSensor(KeyboardSensor),
  );
  const { today, athlete, bases, orders } = document;
  const { person } = useSession();
  const hideEnergy = athlete.profile.hide.energy && person.id === athlete.id;
  const startsOn = athlete.profile.weekStartsOn;
  const first = addDays(weekStart(today, startsOn), 7 * WEEKS * page);
  const phase = phaseOn(season, date) ?? phaseOn(season, today);
  const place = (on: IsoDate, typeId: string | null): void => {
    try {
      const placed = placeOn(document, season, on, typeId);
      applySeason(placed.season);
      setSaid(placed.said ?? null);
      onDate(on);
    } catch (error) {
      setSaid(error instanceof Error ? error.message : 'That cannot be done.');
    }
  };
  const dropped = ({ active, over }: DragEndEvent): void => {
    if (!over) return;
    const on = String(over.id) as IsoDate;
    const there = phaseOn(season, on);
    const type = phase?.dayTypes.find((t) => t.id === active.id);
    if (!there || !type) return;
    if (there.dayTypes.some((t) => t.id === type.id)) return place(on, type.id);
    setSaid(`${type.name} is a day type of another phase: add it to the phase of ${shortDate(on)} first.`);
  };
  const hold = (yes: boolean): void => {
    if (!phase) return;
    const held = changePhase(season, phase.id, { holdMean: yes });
    if (!yes) return applySeason(held);
    const now = levelled(document, held, phase.id, date < today ? today : date);
    applySeason(now.season);
    setSaid(now.said ?? null);
  };
  const menuPhase = menu && phaseOn(season, menu.date);
  return (
    <DndContext sensors={sensors} onDragEnd={dropped}>
      <section className="board" aria-label="The coming weeks">
        <div className="board-head">
          <h2 className="panel-title">
            {page === 0 ? 'The coming four weeks' : `Four weeks from ${shortDate(first)}`}
          </h2>
          <span>
            <IconButton
              size="small"
              aria-label="Four weeks earlier"
              disabled={page === 0}
              onClick={() => setPage(page - 1)}
            >
              <ChevronLeft fontSize="small" />
            </IconButton>
            <IconButton size="small" aria-label="Four weeks later" onClick={() => setPage(page + 1)}>
              <ChevronRight fontSize="small" />
            </IconButton>
          </span>
        </div>
        {phase && (
          <div className="board-types">
            <span className="second">Drag onto a day:</span>
            {phase.dayTypes.map((type) => (
              <TypeChip key={type.id} type={type} />
            ))}
            <FormControlLabel
              label="Hold the weekly mean"
              control={
                <Checkbox size="small" checked={phase.holdMean} onChange={(e) => hold(e.target.checked)} />
              }
            />
          </div>
        )}
        <p role="status" className="board-said second">
          {said}
        </p>
        <div className="board-scroll">
          <table>
            <caption className="hidden">Day types and energy of four weeks</caption>
            <tbody>
              {Array.from({ length: WEEKS }, (_, w) => {
                const week = weekAim(season, bases, orders, addDays(first, 7 * w), startsOn);
                return (
                  <tr key={week.from}>
                    <th scope="row">{shortDate(week.from).slice(4)}</th>
                    {week.days.map((day, i) => {
                      const on = addDays(week.from, i);
                      return (
                        <DayCell
                          key={on}
                          date={on}
                          day={day}
                          today={today}
                          hideEnergy={hideEnergy}
                          chosen={on === date}
                          onChoose={onDate}
                          onMenu={(d, anchor) => setMenu({ date: d, anchor })}
                        />
                      );
                    })}
                    <td className="board-mean" title={week.mismatch ?? week.byOrders}>
                      <span className="quiet">mean</span>
                      <b className={week.mismatch ? 'is-over n' : 'n'}>
                        {week.mean === undefined || hideEnergy ? '–' : energyFigure(week.mean, units)}
                      </b>
                      <span className="quiet n">
                        {week.aim === undefined || hideEnergy ? '' : `aim ${energyFigure(week.aim, units)}`}
                      </span>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
        {!hideEnergy && <BoardWords document={document} first={first} />}
        <Menu open={menu !== null} anchorEl={menu?.anchor} onClose={() => setMenu(null)}>
          {menuPhase?.dayTypes.map((type) => (
            <MenuItem
              key={type.id}
              onClick={() => {
                if (menu) place(menu.date, type.id);
                setMenu(null);
              }}
            >
              {type.name}
            </MenuItem>
          ))}
          <MenuItem
            onClick={() => {
              if (menu) place(menu.date, null);
              setMenu(null);
            }}
          >
            As in the usual week
          </MenuItem>
        </Menu>
      </section>
    </DndContext>
  );
};

/** What does not fit in the weeks shown, in sentences, each once. */
const BoardWords = ({ document, first }: { document: SeasonDocument; first: IsoDate }) => {
  const season = useEditor((s) => s.season);
  const words = Array.from({ length: WEEKS }, (_, w) => {
    const week = weekAim(
      season,
      document.bases,
      document.orders,
      addDays(first, 7 * w),
      document.athlete.profile.weekStartsOn,
    );
    return [week.mismatch, week.byOrders].flatMap((text) => (text ? [{ text, from: week.from }] : []));
  }).flat();
  const once = words.filter((word, i) => words.findIndex((other) => other.text === word.text) === i);
  return (
    <ul className="plain-list second">
      {once.map(({ text, from }) => (
        <li key={text}>
          Week of {shortDate(from)}: {text}
        </li>
      ))}
      <li>Choose a day to see its windows; choose it again for its day type.</li>
    </ul>
  );
};
