/**
 * Stands where vite.config.ts leaves out a part of ECharts that comes with every chart and that no plot here asks for. It may be called, made, or kept
 * as a thing; nothing comes of it.
 */
function leftOut() {
  return { dispose: leftOut };
}

export {
  leftOut as applyDataTransform,
  leftOut as buildPath,
  leftOut as calcNiceForTimeScale,
  leftOut as createCSSAnimation,
  leftOut as createCSSEmphasis,
  leftOut as decalVisualStageHandler,
  leftOut as createLegacyDataSelectAction,
  leftOut as default,
  leftOut as defaultSeriesFormatTooltip,
  leftOut as GestureMgr,
  leftOut as handleLegacySelectEvents,
  leftOut as registerExternalTransform,
  leftOut as scaleCalcAlign,
};
