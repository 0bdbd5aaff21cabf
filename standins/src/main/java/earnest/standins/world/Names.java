package earnest.standins.world;

import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/** Names, places and titles to draw from. */
final class Names {
    private static final List<String> GIVEN =
            words(
                    "Aase Abeba Adaeze Agnieszka Ahmet Aino Akua Alasdair Amara Anders Anneliese"
                        + " Antía Aroha Asger Aurélie Ayşe Bartosz Beatriz Bilal Birgitta Bronwen"
                        + " Callum Carmen Chidi Ciarán Clémence Dagny Daisuke Delphine Dilnoza"
                        + " Đorđe Eilidh Einar Elżbieta Emeka Enrique Esperanza Étienne Fatima Femi"
                        + " Finnian Florin Freya Gaëlle Genevieve Gintarė Goran Gráinne Gustav"
                        + " Hafsa Halvard Hana Heloísa Hiroshi Hülya Ibrahim Ieva Ifeoma Ilse Imran"
                        + " Inés Ingrid Íñigo Isak Iwona Jelena Jiří Joaquín Jóhanna Juhani Kamila"
                        + " Katarzyna Kwame Laïla Lars Leocadia Liezel Lorcan Łukasz Maeve"
                        + " Malgorzata Manuel Mārtiņš Mateusz Meera Milan Mireille Moana Naoko"
                        + " Niamh Nikolai Nkechi Noor Océane Olamide Ólafur Orla Paavo Parveen"
                        + " Pilar Quentin Rafał Rasmus Renske Rhiannon Rosalía Ruairí Saoirse"
                        + " Sarita Şebnem Siobhán Sólveig Søren Stanisław Tadhg Tamsin Tariq"
                        + " Thandiwe Tiago Torvald Tuulikki Ulrike Unai Vanja Vigdis Wanjiru Wiktor"
                        + " Xiomara Yasmin Yevhen Zainab Žofia Zuzana");
    private static final List<String> FAMILY =
            words(
                    "Abara Achterberg Adeyinka Aguirre Åkesson Alvarado Amundsen Anquetil Arslan"
                        + " Bakker Balogun Barañano Barzani Bechtold Begum Bergström Bielak"
                        + " Björnsdóttir Bondarenko Brankov Brennan Çelik Cavanagh Chaudhry Cieślak"
                        + " Corcoran Cottam Dąbrowska Dahl Danjuma Delacroix Demirci Djurić Doherty"
                        + " Drăgulescu Durand Echeverría Egeland Eriksen Escoffier Fagerlund"
                        + " Farquhar Fenwick Ferreira Figueroa Fjeld Fonoti Gallagher Garðarsdóttir"
                        + " Ghorbani Gierek Gjerde Goñi Grzelak Guðmundsson Haapala Haldane"
                        + " Hargreaves Hernández Hjelmeland Horvat Ibáñez Idowu Iordache Isaksen"
                        + " Jabłoński Jørgensen Kaczmarek Kaimana Kallas Karlsen Kerrigan Khatun"
                        + " Kowalczyk Kruse Kvåle Lachance Larkin Lefèvre Leung Lindholm Loftus"
                        + " Lozano Łuczak MacAskill Madsen Makinde Marchetti Mbeki McGonagle"
                        + " Menéndez Mikkelsen Mizuno Moreau Mulcahy Nakagawa Navarro Nilsen"
                        + " Nordahl Núñez Nwosu Obi O'Dowd Ødegård Oliveira Onyango Ormerod"
                        + " Orzechowski Østby Otieno Paredes Pedersen Penrose Petrović Pham"
                        + " Pietersen Popescu Quintero Rasmussen Raudsepp Rées Reinholt Rodríguez"
                        + " Rønning Rutkowski Saavedra Salvesen Sánchez Sauvage Schröder Sigurðsson"
                        + " Skarsgård Smyth Sokolova Solberg Stavros Strömberg Szymańska Tadesse"
                        + " Takahashi Tanaka Thorsen Tkachenko Tordoff Trevelyan Ugarte Uwimana"
                        + " Vaitkus Valdés van-Dijk Varga Vestergaard Villanueva Vuković Wachira"
                        + " Waweru Węgrzyn Whelan Wójcik Yıldız Zabala Zając Zhang Žukauskas");
    static final List<String> VESSELS =
            List.of(
                    "MV Curlew",
                    "MV Sandpiper",
                    "MV Turnstone",
                    "MV Avocet",
                    "MV Dunlin",
                    "MV Oystercatcher",
                    "MV Redshank",
                    "MV Whimbrel",
                    "MV Knot",
                    "MV Plover",
                    "MV Godwit");
    static final List<String> PORTS =
            List.of(
                    "Port Ellery",
                    "Brackwater",
                    "Saltholm",
                    "Inverwick",
                    "Carrow Quay",
                    "St Morwen",
                    "Hestness",
                    "Lundvik",
                    "Gullhaven",
                    "Tarn Point",
                    "Oxney",
                    "Whitsand",
                    "Merehithe",
                    "Skerry Bay");
    static final List<String> ABOARD =
            List.of(
                    "Deckhand",
                    "Deckhand",
                    "Deckhand",
                    "Deck officer",
                    "Engine rating",
                    "Engineer",
                    "Purser",
                    "Galley hand",
                    "Galley hand",
                    "Cabin steward",
                    "Bosun",
                    "Chief officer",
                    "Master",
                    "Chief engineer");
    static final List<String> ASHORE =
            List.of(
                    "Ticket clerk",
                    "Ticket clerk",
                    "Linesman",
                    "Berth planner",
                    "Harbour office clerk",
                    "Payroll clerk",
                    "Crewing officer",
                    "Stores keeper",
                    "Yard fitter",
                    "Timetable planner",
                    "Accounts clerk",
                    "Safety adviser");
    static final List<String> LANGUAGES =
            List.of(
                    "English",
                    "English, Norwegian",
                    "English, Polish",
                    "English, Spanish",
                    "English, Tagalog",
                    "English, Yoruba",
                    "French, English",
                    "English, Turkish");

    private Names() {}

    static String given(Random random) {
        return GIVEN.get(random.nextInt(GIVEN.size()));
    }

    static String family(Random random) {
        int kind = random.nextInt(20);
        String one = FAMILY.get(random.nextInt(FAMILY.size()));
        if (kind == 0) {
            return one + "-" + FAMILY.get(random.nextInt(FAMILY.size()));
        }
        if (kind == 1) {
            return "de la " + one;
        }
        return one;
    }

    /** First letter of the given name and the family name, in plain letters. */
    static String account(String given, String family) {
        String text = plain(given).substring(0, 1) + plain(family);
        return text.length() > 14 ? text.substring(0, 14) : text;
    }

    private static String plain(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFD)
                .toLowerCase(Locale.ROOT)
                .replace("ø", "o")
                .replace("ł", "l")
                .replace("đ", "d")
                .replace("ð", "d")
                .replace("ı", "i")
                .replace("þ", "th")
                .replace("ß", "ss")
                .replaceAll("[^a-z]", "");
    }

    private static List<String> words(String text) {
        return List.of(text.split(" "));
    }
}
