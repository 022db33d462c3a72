/** Why a food is offered last; nothing where it is not. */
export const NotTolerated = ({ name }: { name: string | null }) =>
  name === null ? null : <span className="food-mark">offered last: {name} is not tolerated</span>;
