package nembar.demo;

/** How many records of each type the generator makes. */
public record Volume(
        int voyages,
        int lots,
        int inspections,
        int bookings,
        int contracts,
        int documents,
        int invoices,
        int creditNotes,
        int incidents,
        int claims,
        int crew,
        int medicalNotes) {

    /** The demo world: about 7 300 records. */
    public static Volume demo() {
        return new Volume(402, 2412, 1306, 904, 52, 180, 1100, 84, 220, 160, 121, 300);
    }

    /** The demo world, so many times over. */
    public Volume times(int factor) {
        return new Volume(
                voyages * factor,
                lots * factor,
                inspections * factor,
                bookings * factor,
                contracts * factor,
                documents * factor,
                invoices * factor,
                creditNotes * factor,
                incidents * factor,
                claims * factor,
                crew * factor,
                medicalNotes * factor);
    }
}
