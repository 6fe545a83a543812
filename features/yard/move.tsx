'use client';

import { t } from '../../core/language';
import {
  DndContext,
  KeyboardCode,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  pointerWithin,
  rectIntersection,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type CollisionDetection,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import { useMemo, useState } from 'react';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import { VehicleIcon } from '../theme/vehicle-icon';
import type { YardBay, YardData } from './yard-data';
import shared from './yard.module.css';
import styles from './move.module.css';
import { Button } from '../ui/button';

interface Move {
  readonly vehicleId: string;
  readonly name: string;
  readonly from: string;
  readonly to: string;
}

/** The yard while vehicles are moved: dragged, or picked up with Space and carried by arrows. */
export function MoveYard({ data, onMoved }: { data: YardData; onMoved: () => void }) {
  const siteNow = useSiteClock(data.clock);
  const [message, setMessage] = useState<{ text: string; bad: boolean } | null>(null);
  const [last, setLast] = useState<Move | null>(null);
  const bays = useMemo(() => data.halls.flatMap((hall) => hall.bays), [data.halls]);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 4 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 200, tolerance: 8 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: nextBay,
      keyboardCodes: {
        start: [KeyboardCode.Space, KeyboardCode.Enter],
        cancel: [KeyboardCode.Esc],
        end: [KeyboardCode.Space, KeyboardCode.Enter],
      },
    }),
  );

  const move = async ({ vehicleId, name, from, to }: Move) => {
    const target = bays.find((bay) => bay.id === to)!;
    if (to === from) return;
    if (target.stay) {
      setMessage({
        text: t`Bay ${target.mark} is taken by ${target.stay.name}: ${name} stays where it is. Choose a free bay.`,
        bad: true,
      });
      return;
    }
    const reply = await postEntry(newEntry('moved', vehicleId, siteNow(), { bayId: to }));
    setMessage(
      reply.ok
        ? { text: t`${name} stands in ${target.mark} now.`, bad: false }
        : { text: reply.reason, bad: true },
    );
    if (!reply.ok) return;
    setLast({ vehicleId, name, from: to, to: from });
    onMoved();
  };

  return (
    <DndContext
      sensors={sensors}
      collisionDetection={underPointerOrMost}
      accessibility={{
        screenReaderInstructions: {
          draggable: t`Press Space to pick the vehicle up, the arrow keys to carry it from bay to bay, Space to put it down, Escape to leave it where it was.`,
        },
        announcements: {
          onDragStart: ({ active }) => t`Picked up ${nameOf(bays, active.id)}.`,
          onDragOver: ({ active, over }) =>
            over
              ? t`${nameOf(bays, active.id)} over bay ${markOf(bays, over.id)}.`
              : t`${nameOf(bays, active.id)} over no bay.`,
          onDragEnd: ({ active, over }) =>
            over
              ? t`${nameOf(bays, active.id)} put down in bay ${markOf(bays, over.id)}.`
              : t`${nameOf(bays, active.id)} left where it was.`,
          onDragCancel: ({ active }) => t`${nameOf(bays, active.id)} left where it was.`,
        },
      }}
      onDragEnd={({ active, over }) => {
        const from = bays.find((bay) => bay.stay?.vehicleId === active.id);
        if (!from?.stay || !over) return;
        void move({
          vehicleId: from.stay.vehicleId,
          name: from.stay.name,
          from: from.id,
          to: String(over.id),
        });
      }}
    >
      <p className={message?.bad ? styles.moveBad : shared.moveSaid} role="status">
        {message?.text ??
          t`Drag a vehicle to a free bay. By keyboard: Tab to it, Space, arrow keys, Space.`}{' '}
        {last && !message?.bad ? (
          <Button
            onClick={() => {
              void move(last);
              setLast(null);
            }}
          >{t`Move it back`}</Button>
        ) : null}
      </p>
      <div className={shared.halls}>
        {data.halls.map((hall, i) => (
          <section
            key={hall.id}
            className={i === data.halls.length - 1 && i % 2 === 0 ? shared.wide : shared.hall}
            aria-label={hall.name}
          >
            <header className={shared.hallHead}>
              <h2>{hall.name}</h2>
            </header>
            <ul className={shared.bays}>
              {hall.bays.map((bay) => (
                <li key={bay.id}>
                  <MoveBay bay={bay} />
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </DndContext>
  );
}

const markOf = (bays: readonly YardBay[], id: string | number) =>
  bays.find((bay) => bay.id === id)?.mark ?? '';
const nameOf = (bays: readonly YardBay[], vehicleId: string | number) =>
  bays.find((bay) => bay.stay?.vehicleId === vehicleId)?.stay?.name ?? t`the vehicle`;

/** The bay under the pointer; by keyboard, the one that is covered most. */
const underPointerOrMost: CollisionDetection = (args) => {
  const under = pointerWithin(args);
  return under.length ? under : rectIntersection(args);
};

/** Arrow keys carry a vehicle to the nearest bay in that direction. */
const nextBay: KeyboardCoordinateGetter = (event, { context, currentCoordinates }) => {
  const direction = {
    [KeyboardCode.Right]: [1, 0],
    [KeyboardCode.Left]: [-1, 0],
    [KeyboardCode.Down]: [0, 1],
    [KeyboardCode.Up]: [0, -1],
  }[event.code];
  if (!direction) return undefined;
  event.preventDefault();
  const [dx, dy] = direction as [number, number];
  let best: { x: number; y: number; cost: number } | null = null;
  for (const rect of context.droppableRects.values()) {
    const x = rect.left - currentCoordinates.x;
    const y = rect.top - currentCoordinates.y;
    const along = x * dx + y * dy;
    const across = Math.abs(x * dy) + Math.abs(y * dx);
    // Ahead by at least half a bay; straight on before sideways.
    if (along < 20) continue;
    const cost = along + 3 * across;
    if (!best || cost < best.cost) best = { x: rect.left, y: rect.top, cost };
  }
  return best ? { x: best.x, y: best.y } : undefined;
};

function MoveBay({ bay }: { bay: YardBay }) {
  const { setNodeRef, isOver } = useDroppable({ id: bay.id });
  return (
    <div ref={setNodeRef} className={isOver ? styles.dropOver : styles.drop} data-bay={bay.mark}>
      <span className={shared.mark}>{bay.mark}</span>
      {bay.stay ? (
        <MoveVehicle stay={bay.stay} />
      ) : (
        <span className={shared.freeWord}>{t`free`}</span>
      )}
    </div>
  );
}

function MoveVehicle({ stay }: { stay: NonNullable<YardBay['stay']> }) {
  const { setNodeRef, attributes, listeners, transform, isDragging } = useDraggable({
    id: stay.vehicleId,
  });
  return (
    <button
      ref={setNodeRef}
      type="button"
      className={isDragging ? styles.carried : styles.carry}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      {...listeners}
      {...attributes}
      aria-label={t`Move ${stay.name}`}
    >
      <VehicleIcon kind={stay.kind} />
      <span>{stay.name}</span>
    </button>
  );
}
