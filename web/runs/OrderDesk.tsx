import { useEffect, useState } from 'react';
import type { Desk, OrderStanding } from '../../core/runs/desk';
import { listOrders, practiceOrders, type Run, type RunRow } from '../api/runs';
import { messageOf } from '../ui/messageOf';
import { Quantity } from '../ui/Quantity';
import { Sheet } from '../ui/Sheet';
import { nextSeed, ordersInWords, orderTones, sortedOrders, stateName } from './orders';
import type { RunWork } from './useRun';

/** Orders are asked for again so long after rows have changed, ms. */
const pause = 400;
/** How many orders one press makes up. */
const madeUp = 10;

interface OrderDeskProps {
  run: Run;
  rows: readonly RunRow[];
  work: RunWork;
  onChoose(row: number): void;
}

/** Orders of a shop: whether they are taken, what the printer asks for, and how far they are. */
export function OrderDesk({ run, rows, work, onChoose }: OrderDeskProps) {
  const { desk } = run.settings;
  const orders = useOrders(run.id, desk.isOpen, rows);
  const [listing, setListing] = useState(false);
  const [placing, setPlacing] = useState(false);
  const change = (part: Partial<Desk>): void => work.change({ desk: { ...desk, ...part } });
  const place = async (): Promise<void> => {
    setPlacing(true);
    try {
      await practiceOrders(run.id, madeUp, nextSeed(orders));
      await work.reload();
    } catch (error) {
      work.say(messageOf(error));
    } finally {
      setPlacing(false);
    }
  };
  return (
    <section aria-label="Order desk" className="mt-4">
      <h2 className="font-title text-base">Order desk</h2>
      <label className="mt-1 flex items-center gap-2">
        <input type="checkbox" checked={desk.isOpen} onChange={(event) => change({ isOpen: event.target.checked })} />
        takes orders of a shop
      </label>
      {desk.isOpen && (
        <>
          <label className="mt-1 flex items-center gap-2">
            <input
              type="checkbox"
              checked={desk.approvesClean}
              onChange={(event) => change({ approvesClean: event.target.checked })}
            />
            what is clean goes to print by itself
          </label>
          <p className="mt-1">
            The printer asks for{' '}
            <Quantity
              label="Least px per inch of the printer"
              value={desk.ppi}
              unit="px"
              min={1}
              max={4800}
              onCommit={(ppi) => change({ ppi })}
            />{' '}
            per inch and{' '}
            <Quantity
              label="Least bleed of the printer"
              value={desk.bleed}
              unit="mm"
              min={0}
              max={50}
              digits={1}
              onCommit={(bleed) => change({ bleed })}
            />{' '}
            of bleed.
          </p>
          <p className="mt-1 text-faint" role="status" data-testid="order-counts">
            {ordersInWords(orders)}
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            {orders.length > 0 && (
              <button className="plain-button" onClick={() => setListing(true)}>
                All orders
              </button>
            )}
            <button
              className="plain-button"
              disabled={placing}
              title="Places orders that nobody has sent, to try the run with"
              onClick={() => void place()}
            >
              {placing ? 'Being placed' : `${madeUp} made-up orders`}
            </button>
          </div>
          <OrderList
            orders={orders}
            open={listing}
            onClose={() => setListing(false)}
            onChoose={(row) => {
              setListing(false);
              onChoose(row);
            }}
          />
        </>
      )}
    </section>
  );
}

function OrderList(props: {
  orders: readonly OrderStanding[];
  open: boolean;
  onClose(): void;
  onChoose(row: number): void;
}) {
  const { orders, open, onClose, onChoose } = props;
  return (
    <Sheet
      title="Orders"
      note="What wants a person comes first. Files that the printer has lie in the run’s own folder."
      open={open}
      onClose={onClose}
      wide
    >
      <ul className="flex flex-col">
        {sortedOrders(orders).map(({ order, row, number, state, says }) => (
          <li key={order} className="flex items-baseline gap-3 border-t border-rule py-1">
            {state === 'gone' ? (
              <span className="w-28 shrink-0 truncate">{order}</span>
            ) : (
              <button
                className="quiet-button w-28 shrink-0 truncate text-left"
                title={`Shows row ${number}`}
                onClick={() => onChoose(row)}
              >
                {order}
              </button>
            )}
            <span className={`w-36 shrink-0 ${orderTones[state]}`}>{stateName(state)}</span>
            <span className="min-w-0 grow">{says}</span>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}

/** The orders of a run, asked for again when its rows have changed. */
function useOrders(run: string, isOpen: boolean, rows: readonly RunRow[]): OrderStanding[] {
  const [orders, setOrders] = useState<OrderStanding[]>([]);
  useEffect(() => {
    if (!isOpen) return;
    let isCurrent = true;
    const timer = window.setTimeout(() => {
      listOrders(run).then(
        (next) => isCurrent && setOrders(next),
        // What is wrong with the server is told by the rows.
        () => undefined,
      );
    }, pause);
    return () => {
      isCurrent = false;
      window.clearTimeout(timer);
    };
  }, [run, isOpen, rows]);
  return isOpen ? orders : [];
}
