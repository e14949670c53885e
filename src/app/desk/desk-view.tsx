import { useEffect } from 'react';
import { useNavigate, useParams } from 'react-router';
import { formatWords, type Channel } from '../../core/show';
import { Button, Empty } from '../ui';
import { AskName } from '../people/ask-name';
import { useAir } from '../state/air-store';
import { useLamp } from '../state/tally';
import { takeUpArrangement } from './arrangement';
import { CallLine } from './call-line';
import { ChannelCode } from './channel-code';
import { offerActions } from '../palette/palette-store';
import { deskKeys, deskOffers } from './desk-keys';
import { toChannel } from './desk-store';
import { useHandTold } from './hand-told';
import { DeskPanels } from './panels';
import { PanelsMenu } from './panels-menu';

/** The operator's place: everything of one channel, from the keyboard. */
export function DeskView() {
  const { channelId } = useParams();
  const navigate = useNavigate();
  const channels = useAir((store) => store.state.channels);
  const show = useAir((store) => store.state.show?.id);
  const hasState = useAir((store) => store.hasState);
  const channel = channels.find((c) => c.id === channelId) ?? channels[0];
  const id = channel?.id;
  useEffect(() => {
    if (id) toChannel(id);
  }, [id]);
  useEffect(() => takeUpArrangement(), [show]);
  useEffect(() => deskKeys(), []);
  useEffect(() => offerActions('desk', deskOffers), []);
  useEffect(() => {
    const go = (event: Event): void => void navigate(`/desk/${(event as CustomEvent<string>).detail}`);
    addEventListener('jorvan-channel', go);
    return () => removeEventListener('jorvan-channel', go);
  }, [navigate]);
  useHandTold(id);

  if (!channel) {
    return hasState ? (
      <Empty title="Nothing is released">
        <p>Open a show and release it; then its cards are called from here.</p>
        <Button tone="primary" onClick={() => void navigate('/shows')}>
          Go to Shows
        </Button>
      </Empty>
    ) : (
      <Empty title="Waiting for the air server">
        <p>The Desk comes by itself when it answers.</p>
      </Empty>
    );
  }
  return (
    <div className="flex h-full flex-col">
      <AskName onGiven={takeUpArrangement} />
      <div className="flex h-9 shrink-0 items-center border-b border-line bg-deck px-2">
        <div role="tablist" aria-label="Channels" className="flex h-full min-w-0 overflow-x-auto">
          {channels.map((other) => (
            <Tab
              key={other.id}
              channel={other}
              isChosen={other.id === channel.id}
              onChoose={() => void navigate(`/desk/${other.id}`)}
            />
          ))}
        </div>
        <span className="ml-auto flex items-center gap-3 pl-2 text-xs whitespace-nowrap text-ink-3">
          <span className="max-[1100px]:hidden">{formatWords(channel.format)}</span>
          <ChannelCode channel={channel} />
          <PanelsMenu />
        </span>
      </div>
      <DeskPanels channel={channel} onChannel={(other) => void navigate(`/desk/${other}`)} />
      <CallLine />
    </div>
  );
}

function Tab(props: { channel: Channel; isChosen: boolean; onChoose: () => void }) {
  const { channel, isChosen, onChoose } = props;
  const lamp = useLamp(channel.id);
  return (
    <button
      type="button"
      role="tab"
      aria-selected={isChosen}
      onClick={onChoose}
      className={`flex h-full items-center gap-2 border-b-2 px-3 whitespace-nowrap ${isChosen ? 'border-brass font-semibold' : 'border-transparent text-ink-2'}`}
    >
      {channel.name}
      {lamp !== 'off' && (
        <span
          className={`size-1.5 rounded-full ${lamp === 'air' ? 'bg-air' : 'bg-ink-3'}`}
          role="img"
          aria-label={lamp === 'air' ? 'on air' : 'up, not keyed'}
        />
      )}
    </button>
  );
}
