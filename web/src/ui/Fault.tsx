import Button from '@mui/material/Button';
import { isRouteErrorResponse, Link, useRouteError } from 'react-router';
import { sentenceOf } from '../data/api.ts';

/** A page that could not be had: what happened, and the way on. */
export const Fault = ({ error, again }: { error: unknown; again?: () => void }) => (
  <div className="fault rows" role="alert">
    <p>{sentenceOf(error)}</p>
    {again && (
      <Button onClick={again} variant="contained">
        Try again
      </Button>
    )}
  </div>
);

export const RouteFault = () => {
  const error = useRouteError();
  const missing = isRouteErrorResponse(error) && error.status === 404;
  return (
    <div className="fault rows" role="alert">
      <h1 className="page-title">{missing ? 'There is no such page' : 'This page has an error'}</h1>
      <p>
        {missing
          ? 'Check the address.'
          : 'Everything you weighed is kept. Reload the page. If it happens again, it is a fault in Maul.'}
      </p>
      <Link to="/">Back to the first page</Link>
    </div>
  );
};
