/** What stands for one point of the walk on this screen. */
export interface Answer {
  findingId: string;
  gradeId: string;
  note: string;
  place: string;
  photos: { id: string; url: string }[];
}
