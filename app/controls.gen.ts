// Written by scripts/list-kinds.ts from the folders of kinds/. Do not edit.
import { defineAsyncComponent } from 'vue';
import type { Component } from 'vue';

/** By kind of adjustment, the sentence with which its parameters are edited. */
export const CONTROLS: Readonly<Record<string, Component>> = {
  'evenness': defineAsyncComponent(() => import('../kinds/adjust/evenness/Control.vue')),
  'hue-to-target': defineAsyncComponent(() => import('../kinds/adjust/hue-to-target/Control.vue')),
  'match': defineAsyncComponent(() => import('../kinds/adjust/match/Control.vue')),
  'recolour': defineAsyncComponent(() => import('../kinds/adjust/recolour/Control.vue')),
};
