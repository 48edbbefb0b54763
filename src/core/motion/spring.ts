/** A damped oscillator: by how many seconds one swing takes without damping, and how much of it is damped. */
export interface Spring {
  /** Angular frequency without damping, radians a second. */
  omega: number;
  /** Damping ratio: 0 swings for ever, 1 comes to rest as fast as it can without passing its goal. */
  zeta: number;
}

export interface SpringState {
  value: number;
  speed: number;
}

/**
 * What follows a goal on a spring, a step later: x'' + 2ζω x' + ω² (x - u) = 0. While the goal moves evenly this is exact, however long
 * the step (the closed form of the damped oscillator about the particular solution u - 2ζ u' / ω).
 * @param goal at the beginning of the step and at its end
 * @param step seconds
 */
export function springStep(
  { omega, zeta }: Spring,
  { value, speed }: SpringState,
  goal: readonly [number, number],
  step: number,
): SpringState {
  if (step <= 0) return { value, speed };
  const slope = (goal[1] - goal[0]) / step;
  const lag = (2 * zeta * slope) / omega;
  // Off the particular solution, which moves with the goal.
  const [x, v] = [value - (goal[0] - lag), speed - slope];
  const decay = Math.exp(-zeta * omega * step);
  let [off, offSpeed] = [0, 0];
  if (zeta < 1 - 1e-9) {
    const damped = omega * Math.sqrt(1 - zeta * zeta);
    const [c, s] = [Math.cos(damped * step), Math.sin(damped * step)];
    const b = (v + zeta * omega * x) / damped;
    off = decay * (x * c + b * s);
    offSpeed = -zeta * omega * off + decay * damped * (b * c - x * s);
  } else {
    const b = v + omega * x;
    const critical = Math.exp(-omega * step);
    off = critical * (x + b * step);
    offSpeed = critical * (b - omega * (x + b * step));
  }
  return { value: goal[1] - lag + off, speed: slope + offSpeed };
}

/** Steps of a grid on which what follows is worked out, to a frame. */
const STEPS_A_FRAME = 4;

/** Something on a spring that follows a value over time: a function of the past of that value, kept as far as it was asked for. */
export class Follower {
  private readonly states: SpringState[] = [];
  private readonly goals: number[] = [];

  /**
   * @param goal what is followed, by frames
   * @param first frame before which nothing moves
   * @param seconds of one frame
   */
  constructor(
    private readonly spring: Spring,
    private readonly goal: (frame: number) => number,
    private readonly first: number,
    private readonly seconds: number,
  ) {}

  at(frame: number): number {
    const place = (frame - this.first) * STEPS_A_FRAME;
    if (place <= 0) return this.goal(this.first);
    const whole = Math.floor(place);
    const from = this.state(whole);
    const left = place - whole;
    if (left === 0) return from.value;
    const [a, b] = [this.goals[whole] as number, this.goalAt(whole + 1)];
    const step = (left * this.seconds) / STEPS_A_FRAME;
    return springStep(this.spring, from, [a, a + (b - a) * left], step).value;
  }

  private goalAt(i: number): number {
    return (this.goals[i] ??= this.goal(this.first + i / STEPS_A_FRAME));
  }

  private state(i: number): SpringState {
    if (this.states.length === 0) this.states.push({ value: this.goalAt(0), speed: 0 });
    const step = this.seconds / STEPS_A_FRAME;
    for (let k = this.states.length; k <= i; k++)
      this.states.push(springStep(this.spring, this.states[k - 1] as SpringState, [this.goalAt(k - 1), this.goalAt(k)], step));
    this.goalAt(i);
    return this.states[i] as SpringState;
  }
}
