import { MouseSensor, TouchSensor, useSensor, useSensors, type DragMoveEvent } from '@dnd-kit/core';
import type { StripHandlers, View } from './strip';

/** What a mark of a charge is to be carried as. */
export interface Carried {
  readonly battery: string;
  /** The round in which it begins by the plan. */
  readonly date: string;
}

/** It is said on the screen what a move does; nothing else speaks beside that. */
export const SILENT = {
  announcements: {
    onDragStart: () => undefined,
    onDragOver: () => undefined,
    onDragEnd: () => undefined,
    onDragCancel: () => undefined,
  },
  screenReaderInstructions: { draggable: '' },
};

/** Where the finger or the mouse is by now, as a share of the strip's width; may lie outside. */
function shareAt({ activatorEvent, delta }: Pick<DragMoveEvent, 'activatorEvent' | 'delta'>) {
  const target = activatorEvent.target as Element;
  const strip = target.closest('[data-strip]')!.getBoundingClientRect();
  const from =
    'touches' in activatorEvent
      ? (activatorEvent as TouchEvent).touches[0]!.clientX
      : (activatorEvent as MouseEvent).clientX;
  return (from + delta.x - strip.left) / strip.width;
}

/** Charges are carried along their strip with the mouse, or with a finger that rests first. */
export function useCarrying(view: View, handlers: StripHandlers) {
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 4 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 200, tolerance: 8 } }),
  );
  const carried = ({ active }: Pick<DragMoveEvent, 'active'>) => active.data.current as Carried;
  return {
    sensors,
    onDragMove: (event: DragMoveEvent) => {
      const { battery, date } = carried(event);
      const day = view.from + shareAt(event) * (view.to - view.from);
      handlers.carry(battery, date, day);
    },
    onDragEnd: () => handlers.drop(),
    onDragCancel: () => handlers.leave(),
  };
}
