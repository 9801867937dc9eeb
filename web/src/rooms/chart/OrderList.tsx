import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical } from "lucide-react";
import type { Schemas } from "../../api/client";
import { Strip } from "../../ui/Strip";

type Props = {
  paints: Schemas["PaintEntry"][];
  /** Those that stay: painted already. */
  fixed?: Set<number>;
  /** What is said of a paint beside its name. */
  said?: Map<number, string>;
  onOrder: (paints: number[]) => void;
  onRemove?: (paint: number) => void;
};

/** The order by hand: dragged, or with Space and the arrows. */
export function OrderList({ paints, fixed, said, onOrder, onRemove }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = paints.map((p) => p.id);

  function dropped({ active, over }: DragEndEvent) {
    if (!over || active.id === over.id) return;
    onOrder(arrayMove(ids, ids.indexOf(Number(active.id)), ids.indexOf(Number(over.id))));
  }

  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ol className="rule-box bg-base-100 max-h-[420px] overflow-y-auto" aria-label="Order">
          {paints.map((p, i) => (
            <Row
              key={p.id}
              paint={p}
              number={i + 1}
              fixed={fixed?.has(p.id) ?? false}
              said={said?.get(p.id)}
              onRemove={onRemove && (() => onRemove(p.id))}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

type RowProps = {
  paint: Schemas["PaintEntry"];
  number: number;
  fixed: boolean;
  said?: string;
  onRemove?: () => void;
};

function Row({ paint, number, fixed, said, onRemove }: RowProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: paint.id,
    disabled: fixed,
  });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Transform.toString(transform), transition }}
      className={`grid grid-cols-[auto_2.2rem_46px_minmax(0,1fr)_auto] gap-2 items-center px-1.5 py-1 rule-b last:border-0 bg-base-100 ${isDragging ? "outline-2 outline-base-content relative z-10" : ""}`}
    >
      {fixed ? (
        <span className="w-6" />
      ) : (
        <button
          type="button"
          className="p-1 cursor-grab"
          aria-label={`Move ${paint.name}`}
          {...attributes}
          {...listeners}
        >
          <GripVertical size={15} aria-hidden="true" />
        </button>
      )}
      <span className="code text-right">{number}</span>
      <Strip strip={paint.strip} seed={paint.id} label={paint.name} className="w-[46px] h-5" />
      <span className="min-w-0">
        <span className="paint-name block truncate leading-tight">{paint.name}</span>
        {(said || fixed) && <span className="quiet text-sm block truncate">{fixed ? "painted" : said}</span>}
      </span>
      {onRemove && !fixed && (
        <button
          type="button"
          className="px-2 quiet"
          aria-label={`Leave out ${paint.name}`}
          onClick={onRemove}
        >
          ×
        </button>
      )}
    </li>
  );
}
