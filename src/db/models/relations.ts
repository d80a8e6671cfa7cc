import { AsBuiltRecord, CalibrationRecord, CaseRecord, ChangeRecord, FindingRecord, PhotoRecord, SiteRecord, VisitRecord } from "./records";
import { AnalysisRecord, ChannelRecord, DaySumRecord, ImportRecord, SeriesDayRecord } from "./series";

/** How tables hang together, said once; queries follow these instead of joining by hand. Bind the models before. */
export function relate(): void {
  const ofSite = { foreignKey: "siteId" };
  SiteRecord.hasMany(AsBuiltRecord, { ...ofSite, as: "versions" });
  SiteRecord.hasMany(CaseRecord, { ...ofSite, as: "cases" });
  SiteRecord.hasMany(ImportRecord, { ...ofSite, as: "imports" });
  SiteRecord.hasMany(ChannelRecord, { ...ofSite, as: "channels" });
  SiteRecord.hasMany(CalibrationRecord, { ...ofSite, as: "calibrations" });
  SiteRecord.hasOne(AnalysisRecord, { ...ofSite, as: "analysis" });
  CaseRecord.belongsTo(SiteRecord, { ...ofSite, as: "site" });
  CaseRecord.hasMany(VisitRecord, { foreignKey: "caseId", as: "visits" });
  CaseRecord.hasMany(FindingRecord, { foreignKey: "caseId", as: "findings" });
  CaseRecord.hasMany(ChangeRecord, { foreignKey: "caseId", as: "changes" });
  VisitRecord.hasMany(FindingRecord, { foreignKey: "visitId", as: "findings" });
  FindingRecord.belongsTo(VisitRecord, { foreignKey: "visitId", as: "visit" });
  FindingRecord.belongsTo(CaseRecord, { foreignKey: "caseId", as: "case" });
  FindingRecord.hasMany(PhotoRecord, { foreignKey: "findingId", as: "photos" });
  PhotoRecord.belongsTo(FindingRecord, { foreignKey: "findingId", as: "finding" });
  ChannelRecord.hasMany(SeriesDayRecord, { foreignKey: "channelId", as: "days" });
  ChannelRecord.hasMany(DaySumRecord, { foreignKey: "channelId", as: "sums" });
  SeriesDayRecord.belongsTo(ChannelRecord, { foreignKey: "channelId", as: "channel" });
}
