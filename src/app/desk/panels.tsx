import { Fragment, type ReactNode } from 'react';
import { Group, Panel, Separator, type Layout } from 'react-resizable-panels';
import type { Channel, DeskPanel } from '../../core/show';
import { useAir } from '../state/air-store';
import { arrange, place, useArrangement } from './arrangement';
import { ClockBoard } from '../clocks/clock-board';
import { give, say } from './desk-store';
import { HandPanel } from './hand-panel';
import { LaneBoard } from './lane-board';
import { MonitorStrip } from './monitor-strip';
import { Monitors } from './monitors';
import { isPanelOpen, openPanel, PanelWindow } from './panel-window';
import { Rundown } from './rundown';
import { TimeLine } from './time-line';

export const panelWords: Readonly<Record<DeskPanel, string>> = {
  rundown: 'Rundown',
  monitors: 'Monitors',
  board: 'Lane board',
  clocks: 'Clocks and scores',
  others: 'Other channels',
  hand: 'Card in hand',
};

/** Puts a panel into a window of its own. */
export function toWindow(panel: DeskPanel): void {
  if (!openPanel(panel))
    say('The browser did not open a window. Allow windows of this page, and try again.', true);
}

/** The panels of the Desk, each where its owner wants it. */
export function DeskPanels(props: { channel: Channel; onChannel: (id: string) => void }) {
  const { channel, onChannel } = props;
  const channels = useAir((store) => store.state.channels);
  const { places } = useArrangement((store) => store.arrangement);
  const others = channels.filter((other) => other.id !== channel.id);
  const contents: Readonly<Record<DeskPanel, ReactNode>> = {
    rundown: <Rundown />,
    monitors: <Monitors channel={channel} />,
    board: (
      <div className="flex h-full min-h-0 flex-col">
        <TimeLine />
        <div className="min-h-0 flex-1">
          <LaneBoard channel={channel} />
        </div>
      </div>
    ),
    clocks: <ClockBoard give={give} />,
    others: <MonitorStrip channels={others} onPick={onChannel} />,
    hand: <HandPanel channel={channel} />,
  };
  const hasClocks = useAir(
    ({ state }) => Object.keys(state.clocks).length + Object.keys(state.scores).length > 0,
  );
  const has = (panel: DeskPanel): boolean =>
    panel === 'others' ? others.length > 0 : panel === 'clocks' ? hasClocks : true;
  const isHere = (panel: DeskPanel): boolean => has(panel) && (places[panel] ?? 'here') === 'here';
  // Small monitors and clocks share the foot of the middle.
  const foot = (['others', 'clocks'] as const).filter(isHere);
  const middle = [
    ...(['monitors', 'board'] as const).filter(isHere),
    ...(foot.length > 0 ? (['foot'] as const) : []),
  ];
  const columns = [
    ...(isHere('rundown') ? ['rundown' as const] : []),
    ...(middle.length > 0 ? ['middle' as const] : []),
    ...(isHere('hand') ? ['hand' as const] : []),
  ];
  const aside = (Object.keys(contents) as DeskPanel[]).filter(
    (panel) => places[panel] === 'window' && has(panel),
  );
  const closed = aside.filter((panel) => !isPanelOpen(panel));
  return (
    <>
      {closed.length > 0 && (
        <p className="flex shrink-0 items-center gap-3 border-b border-line bg-panel px-4 py-1 text-xs text-ink-2">
          {closed.map((panel) => (
            <span key={panel} className="flex items-center gap-2">
              {panelWords[panel]} had a window of its own.
              <button type="button" className="text-tide hover:underline" onClick={() => toWindow(panel)}>
                Open it again
              </button>
              <button
                type="button"
                className="text-tide hover:underline"
                onClick={() => place(panel, 'here')}
              >
                Put it back here
              </button>
            </span>
          ))}
        </p>
      )}
      {columns.length === 0 ? (
        <p className="flex flex-1 items-center justify-center text-ink-3">
          Every panel is hidden or in a window of its own. “Panels” brings them back.
        </p>
      ) : (
        <Split id={`desk ${columns.join(' ')}`} orientation="horizontal" className="min-h-0 flex-1">
          {columns.map((column) =>
            column === 'middle' ? (
              <Panel key={column} id={column} minSize="300px">
                <section className="flex h-full min-h-0 flex-col" aria-label={`Channel ${channel.name}`}>
                  <Split id={`middle ${middle.join(' ')}`} orientation="vertical" className="min-h-0 flex-1">
                    {middle.map((panel) => (
                      <Panel key={panel} id={panel} {...heights[panel]}>
                        {panel === 'foot' ? (
                          <div className="flex h-full min-h-0">
                            {foot.map((own) => (
                              <div key={own} className={feet[own]}>
                                {contents[own]}
                              </div>
                            ))}
                          </div>
                        ) : (
                          contents[panel]
                        )}
                      </Panel>
                    ))}
                  </Split>
                </section>
              </Panel>
            ) : (
              <Panel key={column} id={column} {...widths[column]} groupResizeBehavior="preserve-pixel-size">
                {contents[column]}
              </Panel>
            ),
          )}
        </Split>
      )}
      {aside.map((panel) =>
        isPanelOpen(panel) ? (
          <PanelWindow
            key={panel}
            panel={panel}
            title={`${panelWords[panel]} · ${channel.name} · Jorvan`}
            onClosed={() => place(panel, 'here')}
          >
            {contents[panel]}
          </PanelWindow>
        ) : null,
      )}
    </>
  );
}

/** The usual width of a panel at the side: less in a small window. */
const sideWidth = (px: number): string => `${Math.round(Math.min(px, (px / 1280) * innerWidth))}px`;
const widths = {
  rundown: { defaultSize: sideWidth(264), minSize: '200px' },
  hand: { defaultSize: sideWidth(296), minSize: '232px' },
} as const;
const heights = {
  monitors: { defaultSize: '40%', minSize: '110px' },
  board: { defaultSize: '42%', minSize: '90px' },
  foot: { defaultSize: '18%', minSize: '80px' },
} as const;
const feet = {
  others: 'min-w-0 shrink basis-auto max-w-[60%] overflow-hidden',
  clocks: 'min-w-0 flex-1 border-l border-line/60',
} as const;

/** Panels beside or over one another, with lines between them that are dragged; their sizes are kept. */
function Split(props: {
  id: string;
  orientation: 'horizontal' | 'vertical';
  className: string;
  children: ReactNode[];
}) {
  const { id, orientation, className, children } = props;
  const kept: Layout | undefined = useArrangement.getState().arrangement.sizes[id];
  const of = useArrangement((store) => (store.arrangement.sizes[id] ? store.of : 'usual'));
  return (
    <Group
      key={`${id} ${of}`}
      orientation={orientation}
      className={className}
      {...(kept ? { defaultLayout: kept } : {})}
      onLayoutChanged={(layout, { isUserInteraction }) => {
        if (isUserInteraction) arrange((now) => ({ ...now, sizes: { ...now.sizes, [id]: layout } }));
      }}
    >
      {children.map((child, i) => (
        <Fragment key={i}>
          {i > 0 && <Separator className="splitter" />}
          {child}
        </Fragment>
      ))}
    </Group>
  );
}
