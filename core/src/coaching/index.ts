export { type TeamDate, teamDates, type TeamMember } from './dates.ts';
export { figureText, rowsShown, rowUnit, rowWindowText, weekLetter, type WeekLetter } from './letter.ts';
export { coachNeed } from './need.ts';
export { type OtherWeek, weeksBeside } from './compare.ts';
export { isSilent, type Silence } from './silence.ts';
export { type OrderProtocol, orderOfProtocol } from './protocol.ts';
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
