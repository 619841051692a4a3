#include "core/base/notation.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>

namespace oiko {
namespace {

Length inchesOf(const char* text) {
    const auto l = readLength(text, Units::imperial);
    EXPECT_TRUE(l) << text;
    return l ? l.value() : Length{};
}

TEST(ReadLength, TakesWhatPeopleWrite) {
    // Lines of equal lengths: each is read like the first.
    const std::vector<std::vector<const char*>> equal{
        {"96in", "8", "8'", "8ft", "8 ft", "8 feet", "96\"", "96 in", "96 inches", "2438.4mm", "243.84cm", "2.4384m", "2.4384 m", "8′",
         "8’", "8' 0\"", "8'-0\""},
        {"87.5in", "7' 3 1/2\"", "7'-3½\"", "7ft 3.5in", "87 1/2 in", "87½\"", "7′ 3 1/2″", "7' 3-1/2\"", "7' 3 1/2"},
        {"0.625in", "5/8\"", "5/8 in", "0.625\"", "⅝\"", "15.875mm"},
        {"43.5 in", "43 1/2 in", "43-1/2\"", "3' 7.5\""},
    };
    for (const auto& line : equal)
        for (const auto* text : line)
            if (std::string{text} == "8")
                EXPECT_EQ(inchesOf("8"), inches(8));
            else
                EXPECT_EQ(inchesOf(text), inchesOf(line.front())) << text;
}

TEST(ReadLength, ReadsABareNumberInTheDocumentsUnit) {
    EXPECT_EQ(readLength("43", Units::imperial).value(), inches(43));
    EXPECT_EQ(readLength("1092", Units::metric).value(), mm(1092));
}

TEST(ReadLength, RefusesWhatItCannotReadAndSaysWhatItExpected) {
    for (const auto* text :
         {"",         " ",     "8 foots", "8' 3\" 2\"", "1/0", "--3",   "3 1/2 1/4",         "nan", "inf", "0x10", "1e3", "8'13\"",
          "7.5' 3\"", "3 5/4", "'",       "\"",         "ft",  "8''3'", "99999999999999 ft", "٣"}) {
        const auto l = readLength(text, Units::imperial);
        ASSERT_FALSE(l) << text;
        EXPECT_EQ(l.error().todo.id, "expected.length") << text;
        EXPECT_EQ(std::get<std::string>(l.error().what.args[0]), text);
    }
}

TEST(ReadAngle, TakesPitchesDegreesAndPercent) {
    EXPECT_EQ(readAngle("4/12").value(), readAngle("4:12").value());
    EXPECT_NEAR(inDegrees(readAngle("4/12").value()), 18.4349488, 1e-6);
    EXPECT_EQ(readAngle("15deg").value(), readAngle("15°").value());
    EXPECT_NEAR(inDegrees(readAngle("25%").value()), 14.0362435, 1e-6);
    for (const auto* text : {"15", "", "4/0", "-4/12", "91°", "steepish", "4/12/3"}) EXPECT_FALSE(readAngle(text)) << text;
}

TEST(ReadAngle, AFootInEightIsTheAngleOfTheHandbook) {
    // A fall of 1 ft over 8 ft: atan(1/8) = 7.125 degrees.
    EXPECT_NEAR(inDegrees(pitch(1, 8)), 7.125, 5e-4);
}

TEST(ReadOthers, TakeTheirUnits) {
    EXPECT_EQ(readLoad("25 psf", Units::metric).value(), psf(25));
    EXPECT_EQ(readLoad("1.2kPa", Units::imperial).value(), kilopascals(1.2));
    EXPECT_EQ(readArea("4 sq ft", Units::metric).value(), squareFeet(4));
    EXPECT_EQ(readArea("0.5 m²", Units::imperial).value(), squareMm(5e5));
    EXPECT_EQ(readMoney("$2800").value(), money(2800));
    EXPECT_EQ(readMoney("12.5").value(), money(12.5));
    EXPECT_FALSE(readMoney("12.34567"));
    EXPECT_FALSE(readMoney("twelve"));
    EXPECT_EQ(readShare("6 %").value(), percent(6));
    EXPECT_EQ(readCount("16").value(), 16);
    EXPECT_FALSE(readCount("16.5"));
    EXPECT_TRUE(readFlag("yes").value());
    EXPECT_FALSE(readFlag("off").value());
    EXPECT_FALSE(readFlag("maybe"));
}

TEST(WriteLength, IsReadByPeople) {
    EXPECT_EQ(writeLength(inches(87.5), Units::imperial), "7' 3 1/2\"");
    EXPECT_EQ(writeLength(inches(11.875), Units::imperial), "11 7/8\"");
    EXPECT_EQ(writeLength(inches(0.625), Units::imperial), "5/8\"");
    EXPECT_EQ(writeLength(feet(10), Units::imperial), "10' 0\"");
    EXPECT_EQ(writeLength(inches(119.97), Units::imperial), "10' 0\"");
    EXPECT_EQ(writeLength(Length{}, Units::imperial), "0\"");
    EXPECT_EQ(writeLength(mm(610), Units::metric), "610 mm");
    EXPECT_EQ(writeLength(mm(2440), Units::metric), "2.44 m");
    EXPECT_EQ(writeLength(-inches(3), Units::imperial), "-3\"");
}

TEST(ExactLength, ReadsBackToTheNanometre) {
    std::uint64_t seed = 7;
    for (int i = 0; i < 2000; ++i) {
        seed = seed * 6364136223846793005ULL + 1442695040888963407ULL;
        const auto l = Length::ticks(static_cast<std::int64_t>(seed >> 30));
        for (const auto units : {Units::imperial, Units::metric})
            EXPECT_EQ(readLength(exactLength(l, units), units).value(), l) << exactLength(l, units);
    }
}

TEST(ExactAngle, ReadsBackToTheTick) {
    for (int q = 1; q < 96; ++q) EXPECT_EQ(readAngle(exactAngle(pitch(q / 4.0, 12))).value(), pitch(q / 4.0, 12));
    for (int d = 0; d < 89; ++d) EXPECT_EQ(readAngle(exactAngle(degrees(d + 0.123456789))).value(), degrees(d + 0.123456789));
    EXPECT_EQ(writeAngle(pitch(4, 12), Units::imperial), "4/12");
    EXPECT_EQ(writeAngle(pitch(4, 12), Units::metric), "18.4°");
}

TEST(WriteMoney, GroupsAndRoundsToCents) {
    EXPECT_EQ(writeMoney(money(2648.09)), "2,648.09");
    EXPECT_EQ(writeMoney(money(-44.1)), "−44.10");
    EXPECT_EQ(writeMoney(money(0.005)), "0.01");
    EXPECT_EQ(writeMoney(money(1234567.8)), "1,234,567.80");
}

TEST(Quantities, AreWholeWhereTheStandardsSaySo) {
    // The international foot and pound (1959): 0.3048 m and 0.45359237 kg exactly.
    EXPECT_EQ(feet(1).count(), 304'800'000);
    EXPECT_EQ(inches(1.0 / 64).count() * 64, inches(1).count());
    EXPECT_EQ(pounds(1000).count(), 453'592'370);
    EXPECT_EQ(readLength("2.4m", Units::imperial).value() + mm(38.4), feet(8));
}

TEST(Mass, IsReadInPoundsAndKilograms) {
    for (const auto* same : {"600 lb", "600lb", "600 lbs", "600"}) EXPECT_EQ(readMass(same, Units::imperial).value(), pounds(600)) << same;
    EXPECT_EQ(readMass("270", Units::metric).value(), kilograms(270));
    EXPECT_EQ(readMass("1 lb", Units::metric).value(), kilograms(0.45359237));
    for (const auto* bad : {"", "lb", "6 stone", "1e3 kg", "six"}) EXPECT_FALSE(readMass(bad, Units::imperial)) << bad;
}

}  // namespace
}  // namespace oiko
