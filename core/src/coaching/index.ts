export { type TeamDate, teamDates, type TeamMember } from './dates.ts';
export {
  figureText,
  rowsShown,
  rowUnit,
  rowWindowText,
  saidText,
  weekLetter,
  type WeekLetter,
} from './letter.ts';
export { coachNeed, signInWords } from './need.ts';
export { type OtherWeek, weeksBeside } from './compare.ts';
export { isSilent, type Silence } from './silence.ts';
export { boardOfProtocol, PRESCRIBED_COLUMNS } from './protocol/board.ts';
export { type Laid } from './protocol/laid.ts';
export { type MenuProtocol, menuOfProtocol, scaleMenu } from './protocol/menu.ts';
export { type OrderProtocol, orderOfProtocol } from './protocol/order.ts';
export {
  protocolOfSeason,
  rulesFor,
  rulesOf,
  type SeasonProtocol,
  seasonOfProtocol,
  templateRules,
} from './protocol/season.ts';
export {
  checkInDue,
  type Correction,
  correctionsOf,
  type Due,
  meanWindow,
  PACKET_DAYS,
  PACKET_ROWS,
  type PacketDay,
  type PacketRow,
  packetSeen,
  type Remark,
  remarksOf,
  ROW_WORDS,
  rowMean,
  rowState,
  rowText,
  type RowWindow,
} from './packet.ts';
