import { type BodyPicture, pictureAddress, type Pose, POSES } from '@maul/contract/body';
import type { SeasonDocument } from '@maul/contract/plan';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useMutation } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { call, sentenceOf } from '../../data/api.ts';
import { queryClient, useSession } from '../../data/session.ts';
import { NotShared } from '../../ui/NotShared.tsx';
import { Marked } from './Marked.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { shortDate } from '../../ui/formats/show.ts';
import { useSeason } from '../trend/useTrend.ts';
import { AddPictures } from './AddPictures.tsx';
import { Framed, Marking } from './Frame.tsx';
import { comparisons, poseName, usePictures } from './pictures.ts';
import './pictures.css';

/** Two pictures of one pose, side by side or one wiped over the other. */
const Compare = ({
  athleteId,
  left,
  right,
  wipe,
}: {
  athleteId: string;
  left: BodyPicture | undefined;
  right: BodyPicture;
  wipe: boolean;
}) => {
  const [at, setAt] = useState(50);
  if (wipe && left)
    return (
      <div className="wipe">
        <div className="frame">
          <Framed athleteId={athleteId} picture={left} />
          <Framed athleteId={athleteId} picture={right} clip={at / 100} />
          <span className="wipe-line" style={{ left: `${at}%` }} />
        </div>
        <Slider
          value={at}
          onChange={(_, next) => setAt(next)}
          aria-label="How much of the earlier picture shows"
        />
        <p className="second">
          Left {shortDate(left.day)}, right {shortDate(right.day)}
        </p>
      </div>
    );
  return (
    <div className="beside">
      {left && (
        <figure>
          <div className="frame">
            <Framed athleteId={athleteId} picture={left} />
          </div>
          <figcaption>{shortDate(left.day)}</figcaption>
        </figure>
      )}
      <figure>
        <Marked athleteId={athleteId} picture={right} />
        <figcaption>{shortDate(right.day)}</figcaption>
      </figure>
    </div>
  );
};

/** What the athlete can do with the picture that is looked at. */
const Tools = ({
  athleteId,
  picture,
  onMark,
}: {
  athleteId: string;
  picture: BodyPicture;
  onMark: () => void;
}) => {
  const [asked, setAsked] = useState(false);
  const remove = useMutation({
    mutationFn: () => call('deletePicture', { params: { athleteId, id: picture.id } }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ['pictures', athleteId] }),
  });
  return (
    <div className="meal-parts">
      <Button size="small" onClick={onMark}>
        {picture.marks ? 'Mark again' : 'Mark head and floor'}
      </Button>
      {asked ? (
        <>
          <Button
            size="small"
            color="error"
            variant="contained"
            disabled={remove.isPending}
            onClick={() => remove.mutate()}
          >
            Delete it for good
          </Button>
          <Button size="small" variant="text" onClick={() => setAsked(false)}>
            Keep it
          </Button>
        </>
      ) : (
        <Button size="small" color="error" variant="text" onClick={() => setAsked(true)}>
          Delete …
        </Button>
      )}
      {remove.error && <Alert severity="error">{sentenceOf(remove.error)}</Alert>}
    </div>
  );
};

/** The poses there are pictures of, in the order of the poses. */
const posesOf = (pictures: readonly BodyPicture[]): BodyPicture[] =>
  [...new Map(pictures.map((p) => [`${p.pose} ${p.name}`, p])).values()].sort(
    (a, b) => POSES.indexOf(a.pose) - POSES.indexOf(b.pose) || a.name.localeCompare(b.name),
  );

const Gallery = ({
  athleteId,
  pictures,
  document,
  own,
}: {
  athleteId: string;
  pictures: readonly BodyPicture[];
  document: SeasonDocument;
  own: boolean;
}) => {
  const poses = posesOf(pictures);
  const [pose, setPose] = useState<{ pose: Pose; name: string }>(
    () => poses[0] ?? { pose: 'front', name: '' },
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const [other, setOther] = useState<string | null>(null);
  const [wipe, setWipe] = useState(false);
  const [marking, setMarking] = useState(false);
  const ofPose = pictures.filter((p) => p.pose === pose.pose && p.name === pose.name);
  const right = ofPose.find((p) => p.id === chosen) ?? ofPose[0];
  const ways = right ? comparisons(pictures, right, document.season) : [];
  const left = ofPose.find((p) => p.id === other && p.id !== right?.id) ?? ways[0]?.picture;
  const mark = useMutation({
    mutationFn: (marks: NonNullable<BodyPicture['marks']>) =>
      call('markPicture', { params: { athleteId, id: right?.id ?? '' }, body: { marks } }),
    onSuccess: async () => {
      setMarking(false);
      await queryClient.invalidateQueries({ queryKey: ['pictures', athleteId] });
    },
  });
  return (
    <>
      {own && (
        <AddPictures
          athleteId={athleteId}
          today={document.today}
          pictures={pictures}
          pose={pose.pose}
          name={pose.name}
          onPose={(next, name) => setPose({ pose: next, name: next === 'class' ? name : '' })}
        />
      )}
      {pictures.length === 0 ? (
        <p className="day-empty">
          {own
            ? 'No picture yet. Take the same poses each week, and they lie here side by side.'
            : 'The athlete has added no picture yet.'}
        </p>
      ) : (
        <section aria-label="Pictures" className="morning-part">
          <ToggleButtonGroup
            exclusive
            size="small"
            value={`${pose.pose} ${pose.name}`}
            aria-label="Pose"
            className="pose-choice"
            onChange={(_, key: string | null) => {
              const next = poses.find((p) => `${p.pose} ${p.name}` === key);
              if (next) setPose({ pose: next.pose, name: next.name });
            }}
          >
            {poses.map((p) => (
              <ToggleButton key={`${p.pose} ${p.name}`} value={`${p.pose} ${p.name}`}>
                {poseName(p)}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          {!right && <p className="second">No picture of this pose yet.</p>}
          {right && (
            <>
              <div className="pictures-ways">
                {ways.map(({ name, picture }) => (
                  <Button
                    key={picture.id}
                    size="small"
                    variant={left?.id === picture.id ? 'contained' : 'outlined'}
                    aria-pressed={left?.id === picture.id}
                    onClick={() => setOther(picture.id)}
                  >
                    {name}
                  </Button>
                ))}
                <ToggleButton
                  size="small"
                  value="wipe"
                  selected={wipe}
                  disabled={!left}
                  onChange={() => setWipe(!wipe)}
                >
                  Wipe
                </ToggleButton>
              </div>
              {marking ? (
                <Marking athleteId={athleteId} picture={right} onMarked={(marks) => mark.mutate(marks)} />
              ) : (
                <Compare athleteId={athleteId} left={left} right={right} wipe={wipe} />
              )}
              {mark.error && <Alert severity="error">{sentenceOf(mark.error)}</Alert>}
              {own && (
                <Tools
                  key={right.id}
                  athleteId={athleteId}
                  picture={right}
                  onMark={() => setMarking(!marking)}
                />
              )}
              <ol className="strip" aria-label="Over time">
                {ofPose.map((p) => (
                  <li key={p.id}>
                    <button
                      type="button"
                      aria-pressed={p.id === right.id}
                      onClick={() => setChosen(p.id)}
                      aria-label={`Look at ${shortDate(p.day)}`}
                    >
                      <img src={pictureAddress(athleteId, p.id, true)} alt="" loading="lazy" />
                      <span>{shortDate(p.day)}</span>
                    </button>
                    {p.id !== right.id && (
                      <Button
                        size="small"
                        variant="text"
                        onClick={() => setOther(p.id)}
                        aria-pressed={left?.id === p.id}
                      >
                        Compare
                      </Button>
                    )}
                  </li>
                ))}
              </ol>
            </>
          )}
        </section>
      )}
    </>
  );
};

/** Pictures of the body in fixed poses: for the athlete, and a coach they share with. */
export const PicturesPage = () => {
  const { person } = useSession();
  const { athleteId = person.id } = useParams();
  const own = athleteId === person.id;
  const season = useSeason(athleteId);
  const pictures = usePictures(athleteId);
  useEffect(() => {
    document.title = 'Maul, pictures';
  }, []);
  const error = pictures.error ?? season.error;
  if (error && (!pictures.data || !season.data))
    return (
      <Fault
        error={error}
        again={() => {
          void pictures.refetch();
          void season.refetch();
        }}
      />
    );
  if (!pictures.data || !season.data) return <p className="waiting">Opening the pictures …</p>;
  return (
    <div className="pictures rows">
      <div>
        {!own && (
          <p className="athlete-line">
            <Link to="/roster">Roster</Link> <span aria-hidden>›</span>{' '}
            <Link to={`/athletes/${athleteId}/${season.data.today}`}>{season.data.athlete.name}</Link>
          </p>
        )}
        <NotShared athlete={season.data.athlete} kinds={['pictures', 'messages']} />
        <h1 className="page-title">{own ? 'Pictures' : `${season.data.athlete.name}: pictures`}</h1>
        <p className="second">
          <Link to={own ? '/trend' : `/athletes/${athleteId}/trend`}>Trend</Link>
        </p>
      </div>
      <Gallery athleteId={athleteId} pictures={pictures.data.pictures} document={season.data} own={own} />
    </div>
  );
};
