package juiceswap.web.security;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PeopleNamesTest {
    @ParameterizedTest
    @CsvSource({
        "Ines,ines,true",
        "Ines,Ínes x,false",
        "Ines,Inеs,true", // a Cyrillic e
        "Bram,Ｂｒａｍ,true", // wide letters
        "Bram,BRAM,true",
        "Anna Lee,AnnaLee,true",
        "Willa,Wil1a,true", // the digit one
        "Jo,Joe,false"
    })
    void whoCouldBeTakenForSomebodyElse(String one, String other, boolean alike) {
        assertThat(PeopleNames.alike(one, PeopleNames.tidy(other))).isEqualTo(alike);
    }

    @ParameterizedTest
    @ValueSource(strings = {"System", "Juice Swap", "JUICE  SWAP", "mоnitor", "everybody"})
    void nobodyIsCalledWhatTheProductIs(String name) {
        assertThat(PeopleNames.reserved(PeopleNames.tidy(name))).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {"Ines\u202EsenI", "\u200BInes", "Ines\u0007", "\uFEFF", "...", "\uD83D\uDD25"})
    void whatNobodyCanReadIsNoName(String name) {
        assertThat(PeopleNames.unreadable(PeopleNames.tidy(name))).isTrue();
    }

    @Test
    void namesOfPeopleAreTaken() {
        for (String name : new String[] {"Ines", "Åse", "José María", "李雷", "O’Neil", "Jean-Luc"}) {
            assertThat(PeopleNames.unreadable(name)).as(name).isFalse();
            assertThat(PeopleNames.reserved(name)).as(name).isFalse();
        }
        assertThat(PeopleNames.tidy("  Anna \t Lee ")).isEqualTo("Anna Lee");
    }
}
