// Written by scripts/list-kinds.ts from the folders of kinds/. Do not edit.
import { Blend, Brush, CircleDashed, Lasso, Pipette, Route, Spline, Sun, SunDim, Waves } from '@lucide/vue';
import { defineAsyncComponent } from 'vue';
import type { Component } from 'vue';

/** By kind of adjustment, the sentence with which its parameters are edited. */
export const STEP_CONTROLS: Readonly<Record<string, Component>> = {
  'balance': defineAsyncComponent(() => import('../kinds/adjust/balance/Control.vue')),
  'cast-trim': defineAsyncComponent(() => import('../kinds/adjust/cast-trim/Control.vue')),
  'clear': defineAsyncComponent(() => import('../kinds/adjust/clear/Control.vue')),
  'curves': defineAsyncComponent(() => import('../kinds/adjust/curves/Control.vue')),
  'even-to-colour': defineAsyncComponent(() => import('../kinds/adjust/even-to-colour/Control.vue')),
  'evenness': defineAsyncComponent(() => import('../kinds/adjust/evenness/Control.vue')),
  'families': defineAsyncComponent(() => import('../kinds/adjust/families/Control.vue')),
  'hue-to-target': defineAsyncComponent(() => import('../kinds/adjust/hue-to-target/Control.vue')),
  'light': defineAsyncComponent(() => import('../kinds/adjust/light/Control.vue')),
  'match': defineAsyncComponent(() => import('../kinds/adjust/match/Control.vue')),
  'monochrome': defineAsyncComponent(() => import('../kinds/adjust/monochrome/Control.vue')),
  'prepare': defineAsyncComponent(() => import('../kinds/adjust/prepare/Control.vue')),
  'recolour': defineAsyncComponent(() => import('../kinds/adjust/recolour/Control.vue')),
  'relief': defineAsyncComponent(() => import('../kinds/adjust/relief/Control.vue')),
  'veil': defineAsyncComponent(() => import('../kinds/adjust/veil/Control.vue')),
};

/** By kind of mark, what is shown besides its settings while one is in hand. */
export const MARK_CONTROLS: Readonly<Record<string, Component>> = {
  'colour-reach': defineAsyncComponent(() => import('../kinds/mark/colour-reach/Control.vue')),
  'disc-reach': defineAsyncComponent(() => import('../kinds/mark/disc-reach/Control.vue')),
  'light-reach': defineAsyncComponent(() => import('../kinds/mark/light-reach/Control.vue')),
};

/** By the name that a mark's drawing gives. */
export const MARK_ICONS: Readonly<Record<string, Component>> = {
  Blend,
  Brush,
  CircleDashed,
  Lasso,
  Pipette,
  Route,
  Spline,
  Sun,
  SunDim,
  Waves,
};
