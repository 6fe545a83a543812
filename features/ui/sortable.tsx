'use client';

import { t } from '../../core/language';
import {
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  arrayMove,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { IconGripVertical } from '@tabler/icons-react';
import { useId, type ReactNode } from 'react';
import styles from './sortable.module.css';
import { Button } from './button';

/** A thing of a list that is put in order by hand. */
export interface Sorted {
  readonly id: string;
  /** What it is called, to who drags it and to who hears it. */
  readonly name: string;
}

/** A list in an order that is dragged, or carried with Space and the arrow keys. */
export function Sortable({
  items,
  onMove,
  children,
}: {
  readonly items: readonly Sorted[];
  readonly onMove: (from: number, to: number) => void;
  /** One of them, with the handle to drag it by. */
  readonly children: (at: number, handle: ReactNode) => ReactNode;
}) {
  const id = useId();
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 4 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 200, tolerance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const placeOf = (one: string | number) => items.findIndex((item) => item.id === one);
  const nameOf = (one: string | number) => items[placeOf(one)]?.name ?? '';
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{
        screenReaderInstructions: {
          draggable: t`Press Space to pick it up, the arrow keys to carry it up or down, Space to put it down, Escape to leave it where it was.`,
        },
        announcements: {
          onDragStart: ({ active }) => t`Picked up ${nameOf(active.id)}.`,
          onDragOver: ({ active, over }) =>
            over ? t`${nameOf(active.id)} is at place ${placeOf(over.id) + 1}.` : undefined,
          onDragEnd: ({ active, over }) =>
            over
              ? t`${nameOf(active.id)} put down at place ${placeOf(over.id) + 1}.`
              : t`${nameOf(active.id)} left where it was.`,
          onDragCancel: ({ active }) => t`${nameOf(active.id)} left where it was.`,
        },
      }}
      onDragEnd={({ active, over }) => {
        if (over && over.id !== active.id) onMove(placeOf(active.id), placeOf(over.id));
      }}
    >
      <SortableContext items={items.map((one) => one.id)} strategy={verticalListSortingStrategy}>
        {items.map((one, at) => (
          <SortedOne key={one.id} {...one}>
            {(handle) => children(at, handle)}
          </SortedOne>
        ))}
      </SortableContext>
    </DndContext>
  );
}

export { arrayMove as moved };

function SortedOne({
  id,
  name,
  children,
}: Sorted & { readonly children: (handle: ReactNode) => ReactNode }) {
  const {
    attributes,
    listeners,
    setNodeRef,
    setActivatorNodeRef,
    transform,
    transition,
    isDragging,
  } = useSortable({ id });
  return (
    <div
      ref={setNodeRef}
      className={styles.one}
      data-carried={isDragging || undefined}
      style={{
        transition,
        ...(transform ? { transform: `translate(0, ${Math.round(transform.y)}px)` } : {}),
      }}
    >
      {children(
        <Button
          ref={setActivatorNodeRef}
          type="text"
          className={styles.handle}
          icon={<IconGripVertical size={18} aria-hidden="true" />}
          {...attributes}
          {...listeners}
          aria-label={t`Drag ${name} to where it is walked`}
        />,
      )}
    </div>
  );
}
