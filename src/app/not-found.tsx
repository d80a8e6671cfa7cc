import { TroublePanel } from "@/ui/status/TroublePanel";

export const metadata = { title: "Not here" };

/** What an address leads to that nothing stands at. */
export default function NotFound() {
  return (
    <TroublePanel
      title="Nothing is here"
      what="There is no page, site or case at this address. It may have been mistyped, or belong to another installation."
      where="The sites and open cases are listed on the first page; Ctrl K finds any by name."
    />
  );
}
