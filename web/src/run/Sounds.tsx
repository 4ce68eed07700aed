import { Volume2 } from "lucide-react";

interface Heard {
  says: string;
  /** What the spindle keeps of its speed at the end, under the load. */
  keeps: number;
  /** Hz above which it is muffled: a thick chip takes the edge off. */
  muffled: number;
  /** How loud the high note of a rubbing edge is, and how deep the labouring of the motor. */
  sings: number;
  labours: number;
}

const HEARD: readonly Heard[] = [
  { says: "Too slow: it sings", keeps: 1, muffled: 9_000, sings: 0.12, labours: 0 },
  { says: "Right: it hums", keeps: 0.97, muffled: 1_900, sings: 0, labours: 0 },
  { says: "Too fast: it labours", keeps: 0.8, muffled: 900, sings: 0, labours: 0.6 },
];
const SECONDS = 1.8;
/** The note of a rubbing edge above that of the teeth, and how often a second a motor labours. */
const RUBS = 3.2;
const LABOURS = 11;

let ear: AudioContext | null = null;

/** What the teeth of a bit sound like: so many a second, louder or duller by how they are fed. */
function play(teeth: number, { keeps, muffled, sings, labours }: Heard) {
  ear ??= new AudioContext();
  const now = ear.currentTime;
  const out = new GainNode(ear, { gain: 0.2 });
  out.gain.setValueAtTime(0.2, now + SECONDS - 0.2);
  out.gain.linearRampToValueAtTime(0, now + SECONDS);
  out.connect(ear.destination);
  const hum = new OscillatorNode(ear, { type: "sawtooth", frequency: teeth });
  hum.frequency.linearRampToValueAtTime(teeth * keeps, now + SECONDS / 2);
  hum.connect(new BiquadFilterNode(ear, { type: "lowpass", frequency: muffled })).connect(out);
  const rub = new OscillatorNode(ear, { frequency: Math.min(teeth * RUBS, 6_000) });
  rub.connect(new GainNode(ear, { gain: sings })).connect(out);
  const load = new OscillatorNode(ear, { type: "square", frequency: LABOURS });
  load.connect(new GainNode(ear, { gain: 0.2 * labours })).connect(out.gain);
  for (const each of [hum, rub, load]) {
    each.start(now);
    each.stop(now + SECONDS);
  }
}

/** What too slow, right and too fast sound like with so many teeth a second, to listen to before. */
export function Sounds({ teeth }: { teeth: number }) {
  return (
    <div className="mt-4">
      <p className="text-strong font-semibold">What it sounds like:</p>
      <div className="mt-1 flex flex-wrap gap-2">
        {HEARD.map((heard) => (
          <button
            key={heard.says}
            type="button"
            className="button min-h-12 gap-2"
            data-testid="sound"
            onClick={(event) => {
              event.stopPropagation();
              play(teeth, heard);
            }}
          >
            <Volume2 size={20} aria-hidden />
            {heard.says}
          </button>
        ))}
      </div>
    </div>
  );
}
