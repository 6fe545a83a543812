import { random } from './random';
import { BenchWorld, type WorldBattery } from './bench-world';
import { ScpiDevice, nr3 } from './scpi';
import { meterDevice } from './scpi-meter';

// Messages and answers are written down from SCPI-1999 and IEEE 488.2, not from our own client.
function device() {
  const heard: string[] = [];
  const one = new ScpiDevice();
  one.on('CONFigure[:SCALar]:VOLTage[:DC]', (parameters) => {
    heard.push(`volts ${parameters.join('|')}`);
  });
  one.on('CONFigure:CURRent[:DC]', () => void heard.push('amps'));
  one.on('READ?', () => '+1.25E+01');
  one.on('SENSe:NPLCycles', () => void heard.push('cycles'));
  one.on('SENSe:RANGe', () => void heard.push('range'));
  return { one, heard };
}

describe('a device that speaks SCPI', () => {
  it('takes long and short forms in any case, and nothing between (SCPI-1999, 6.2.1)', () => {
    const { one, heard } = device();
    for (const header of [
      'CONF:VOLT:DC',
      'conf:volt',
      'CONFigure:SCALar:VOLTage',
      ':Conf:Volt:dc',
    ]) {
      one.message(header);
    }
    expect(heard).toHaveLength(4);
    expect(one.message('SYST:ERR?')).toBe('0,"No error"');
    one.message('CONFI:VOLT');
    expect(one.message('SYST:ERR?')).toBe('-113,"Undefined header"');
  });

  it('goes on from the last path after a semicolon, and from the root after a colon (6.2.4)', () => {
    const { one, heard } = device();
    one.message('SENS:NPLC 10;RANG 3;:CONF:CURR');
    expect(heard).toEqual(['cycles', 'range', 'amps']);
    one.message('SENS:NPLC 10;CONF:CURR');
    expect(one.message('SYST:ERR?')).toBe('-113,"Undefined header"');
  });

  it('a common command leaves the path as it is (IEEE 488.2, 7.6.1.5)', () => {
    const { one, heard } = device();
    one.message('SENS:NPLC 1;*CLS;RANG 2');
    expect(heard).toEqual(['cycles', 'range']);
  });

  it('answers of one message stand in one line, semicolons between (IEEE 488.2, 8.4)', () => {
    const { one } = device();
    expect(one.message('*OPC?;:READ?;SYST:ERR?')).toBe('1;+1.25E+01;0,"No error"');
    expect(one.message('CONF:CURR')).toBeNull();
  });

  it('keeps errors in order, and the last place for the overflow (SCPI-1999, 21.8.1)', () => {
    const { one } = device();
    for (let i = 0; i < 30; i++) one.message('NOSUCH');
    const errors = Array.from({ length: 17 }, () => one.message('SYST:ERR:NEXT?'));
    expect(errors[0]).toBe('-113,"Undefined header"');
    expect(errors[15]).toBe('-350,"Queue overflow"');
    expect(errors[16]).toBe('0,"No error"');
    one.message('NOSUCH;*CLS');
    one.message('*CLS');
    expect(one.message('SYST:ERR?')).toBe('0,"No error"');
  });

  it('parameters keep what is in quotes together', () => {
    const { one, heard } = device();
    one.message('CONF:VOLT "a;b,c" , 2');
    expect(heard).toEqual(['volts "a;b,c"|2']);
  });

  it('numbers go out as NR3, infinity and not-a-number as the standard’s stand-ins', () => {
    expect(nr3(12.5)).toBe('+1.25000000E+01');
    expect(nr3(-0.00102)).toBe('-1.02000000E-03');
    expect(nr3(Infinity)).toBe('9.9E+37');
    expect(nr3(NaN)).toBe('9.91E+37');
  });
});

const battery = (more: Partial<WorldBattery> = {}): WorldBattery => ({
  id: 'b1',
  volts: 12.5,
  surfaceVolts: 0,
  surfaceHours: 2,
  draw: {
    standing: [{ ma: 20, circuit: 0 }],
    units: [{ ma: 200, circuit: 1, sleepsAfter: 60, fadeSeconds: 0 }],
    reporters: [],
    faults: [{ ma: 100, circuit: 2 }],
    driftPerHour: 0,
  },
  fuses: [
    { mark: 'F1', main: null, milliohms: 7.5 },
    { mark: 'F2', main: 'F4', milliohms: 4.8 },
    { mark: 'F3', main: 'F4', milliohms: 5 },
    { mark: 'F4', main: null, milliohms: 1 },
  ],
  ...more,
});

describe('the simulated meter', () => {
  let clock = 0;
  let world: BenchWorld;
  const meter = () => meterDevice(world);
  const amps = () => {
    const one = meter();
    one.message('CONF:CURR:DC');
    return Number(one.message('READ?'));
  };
  const volts = () => Number(meter().message('MEAS:VOLT:DC?'));
  const inSeries = () => {
    world.act({ do: 'go-to', batteryId: 'b1' });
    world.act({ do: 'jumper', on: true });
    world.act({ do: 'clamp', on: false });
    world.act({ do: 'series', on: true });
  };
  beforeEach(() => {
    clock = 0;
    world = new BenchWorld({ batteries: [battery()] }, () => clock, random(1));
  });

  it('reads what its probes touch: nothing, the battery, the battery the wrong way round', () => {
    expect(Math.abs(volts())).toBeLessThan(0.02);
    world.act({ do: 'go-to', batteryId: 'b1' });
    world.act({ do: 'probes', on: 'posts' });
    expect(volts()).toBeCloseTo(12.5, 1);
    world.act({ do: 'probes', on: 'reversed' });
    expect(volts()).toBeCloseTo(-12.5, 1);
  });

  it('with the jumper on it sees a share; without it, all of it, falling as units sleep', () => {
    inSeries();
    const share = amps();
    world.act({ do: 'jumper', on: false });
    expect(amps()).toBeCloseTo(0.32, 2);
    expect(share).toBeLessThan(0.1);
    clock = 100;
    expect(amps()).toBeCloseTo(0.12, 2);
  });

  it('a meter that comes out before the jumper is back wakes everything', () => {
    inSeries();
    world.act({ do: 'jumper', on: false });
    clock = 100;
    world.act({ do: 'series', on: false });
    expect(Math.abs(amps())).toBeLessThan(0.001);
    world.act({ do: 'series', on: true });
    expect(amps()).toBeCloseTo(0.32, 2);
  });

  it('a pulled fuse takes its circuit away, a main fuse all behind it; back in, they wake', () => {
    inSeries();
    world.act({ do: 'jumper', on: false });
    clock = 100;
    world.act({ do: 'pull', fuse: 'F3' });
    expect(amps()).toBeCloseTo(0.02, 2);
    world.act({ do: 'put-back', fuse: 'F3' });
    world.act({ do: 'pull', fuse: 'F4' });
    expect(amps()).toBeCloseTo(0.02, 2);
    world.act({ do: 'put-back', fuse: 'F4' });
    expect(amps()).toBeCloseTo(0.32, 2);
  });

  it('millivolts across a fuse are its current times its resistance', () => {
    world.act({ do: 'go-to', batteryId: 'b1' });
    clock = 100;
    world.act({ do: 'across-fuse', fuse: 'F3' });
    expect(1000 * volts()).toBeCloseTo(0.5, 1);
  });

  it('says over-range on a range that is too small, and refuses one that it has not', () => {
    const one = meter();
    world.act({ do: 'go-to', batteryId: 'b1' });
    world.act({ do: 'probes', on: 'posts' });
    one.message('CONF:VOLT:DC 1');
    expect(one.message('READ?')).toBe('9.9E+37');
    one.message('CONF:VOLT:DC 5000');
    expect(one.message('SYST:ERR?')).toBe('-222,"Data out of range"');
    one.message('CONF:VOLT:DC soon');
    expect(one.message('SYST:ERR?')).toBe('-224,"Illegal parameter value"');
    one.message('CONF:VOLT:DC 20 V,0.001');
    expect(Number(one.message('READ?'))).toBeCloseTo(12.5, 1);
  });

  it('its fuse goes when more than its range flows, and then nothing is read', () => {
    const strong = battery({
      draw: {
        standing: [],
        units: [],
        reporters: [],
        driftPerHour: 0,
        faults: [{ ma: 40_000, circuit: null }],
      },
    });
    world = new BenchWorld({ batteries: [strong] }, () => clock, random(2));
    inSeries();
    world.act({ do: 'jumper', on: false });
    amps();
    expect(world.fuseBlown).toBe(true);
    expect(Math.abs(amps())).toBeLessThan(0.001);
  });
});
