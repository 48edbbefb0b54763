import { Follower, springStep, type Spring } from '@/core/motion/spring';

/** Closed form of a damped oscillator that is let go one away from its rest (any textbook of mechanics): ζ < 1. */
const released = ({ omega, zeta }: Spring, t: number) => {
  const damped = omega * Math.sqrt(1 - zeta * zeta);
  return Math.exp(-zeta * omega * t) * (Math.cos(damped * t) + ((zeta * omega) / damped) * Math.sin(damped * t));
};

test.each([[{ omega: 4, zeta: 0.2 }], [{ omega: 12, zeta: 0.7 }]])(
  'a spring that is let go swings as the closed form says: %p',
  (spring) => {
    for (const t of [0.1, 0.5, 1.3]) {
      expect(springStep(spring, { value: 1, speed: 0 }, [0, 0], t).value).toBeCloseTo(released(spring, t), 12);
      // In many steps as in one.
      let state = { value: 1, speed: 0 };
      for (let i = 0; i < 100; i++) state = springStep(spring, state, [0, 0], t / 100);
      expect(state.value).toBeCloseTo(released(spring, t), 9);
    }
  },
);

test('critically damped it comes to rest without passing: (1 + ωt) e^-ωt', () => {
  for (const t of [0.1, 0.4, 1])
    expect(springStep({ omega: 5, zeta: 1 }, { value: 1, speed: 0 }, [0, 0], t).value).toBeCloseTo((1 + 5 * t) * Math.exp(-5 * t), 12);
});

test('behind a goal that moves evenly it stays by 2ζ/ω of its speed, in the end', () => {
  const spring = { omega: 8, zeta: 0.6 };
  const follower = new Follower(spring, (frame) => 0.1 * frame, 0, 1 / 25);
  // 0.1 a frame at 25 a second is 2.5 a second.
  expect(250 * 0.1 - follower.at(250)).toBeCloseTo((2 * 0.6 * 2.5) / 8, 6);
});

test('what follows a step overshoots it by e^(-πζ/√(1-ζ²)) of it, and is the same whichever frame is asked for first', () => {
  const spring = { omega: 6, zeta: 0.3 };
  const step = (frame: number) => (frame < 10 ? 0 : 1);
  const follower = new Follower(spring, step, 0, 1 / 25);
  const values = Array.from({ length: 300 }, (_, i) => follower.at(i / 2));
  expect(Math.max(...values) - 1).toBeCloseTo(Math.exp((-Math.PI * 0.3) / Math.sqrt(1 - 0.09)), 2);
  expect(new Follower(spring, step, 0, 1 / 25).at(60.3)).toBe(follower.at(60.3));
  expect(follower.at(-5)).toBe(0);
});
