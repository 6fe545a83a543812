import {
  chargeTimeTool,
  chargeVoltageTool,
  neutraliserTool,
  overchargeTool,
  solarTool,
  ventilationTool,
} from './charge';
import { drainTool } from './drain';
import { drawTool } from './draw';
import { forecastTool } from './forecast';
import { freezingPointTool } from './freezing-point';
import { hydrometerTool } from './hydrometer';
import { lightsLeftOnTool } from './lights-left-on';
import { mayTool } from './may';
import { reserveTool } from './reserve';
import { storagePlansTool } from './storage-plans';
import { stateOfChargeTool } from './state-of-charge';
import type { Tool } from './tool';
import {
  chargingSystemTool,
  crankingTool,
  keepOrReplaceTool,
  loadTestTool,
  startChanceTool,
  voltageDropTool,
} from './vehicle-tests';

export const TOOLS: Readonly<Record<string, Tool>> = {
  'state-of-charge': stateOfChargeTool,
  hydrometer: hydrometerTool,
  'freezing-point': freezingPointTool,
  reserve: reserveTool,
  forecast: forecastTool,
  draw: drawTool,
  drain: drainTool,
  'lights-left-on': lightsLeftOnTool,
  'charge-time': chargeTimeTool,
  'charge-voltage': chargeVoltageTool,
  ventilation: ventilationTool,
  overcharge: overchargeTool,
  solar: solarTool,
  'storage-plans': storagePlansTool,
  neutraliser: neutraliserTool,
  'start-chance': startChanceTool,
  'load-test': loadTestTool,
  cranking: crankingTool,
  'charging-system': chargingSystemTool,
  'voltage-drop': voltageDropTool,
  'keep-or-replace': keepOrReplaceTool,
  may: mayTool,
};
