using System.Globalization;
using CsCheck;
using OneWhole.Core.Numbers;
using OneWhole.Core.Studies;
using OneWhole.Core.Tables;
using OneWhole.Core.Workings;

namespace OneWhole.Core.Tests.Workings;

/// <summary>
/// Bands of numbers: round ones are suggested near Sturges' count, and each number is in the band that floor arithmetic gives it.
/// </summary>
public sealed class BandsTests
{
    private static readonly Gen<decimal[]> Values = Gen.Select(Gen.Int[-5000, 90000], Gen.Int[0, 3])
        .Select((units, scale) => units / (decimal)Math.Pow(10, scale))
        .Array[2, 60];

    private static Column Column(IEnumerable<decimal> values)
    {
        var builder = new ColumnBuilder(NumberReading.Point, true);
        foreach (decimal value in values)
        {
            builder.Add(value.ToString(CultureInfo.InvariantCulture));
        }
        Column built = builder.Build("Delay");
        return built.With(built.Info with { Type = ColumnType.Quantity });
    }

    private static decimal Of(ExactDecimal number) => decimal.Parse(number.ToString(), CultureInfo.InvariantCulture);

    // Sturges, The Choice of a Class Interval, Journal of the American Statistical Association 21 (153), 1926: 1 + log2 n classes.
    [Fact]
    public void Suggested_bands_are_round_cover_all_and_are_near_sturges_count() =>
        Values
            .Where(values => values.Distinct().Count() > 1)
            .Sample(values =>
            {
                (ExactDecimal Start, ExactDecimal Width)? suggested = RoundBands.Suggest(Column(values).Numbers);
                Assert.NotNull(suggested);
                decimal start = Of(suggested.Value.Start),
                    width = Of(suggested.Value.Width),
                    least = values.Min(),
                    most = values.Max();
                decimal mantissa = width;
                while (mantissa >= 10)
                {
                    mantissa /= 10;
                }
                while (mantissa < 1)
                {
                    mantissa *= 10;
                }
                Assert.Contains(mantissa, (decimal[])[1, 2, 2.5m, 5]);
                Assert.InRange(start, least - width, least);
                Assert.Equal(0, start % width);
                double bands = (double)((most - start) / width),
                    wanted = Math.Ceiling(1 + Math.Log2(values.Length));
                Assert.InRange(bands, wanted / 3, wanted * 1.5 + 1);
            });

    [Fact]
    public void Each_number_is_in_the_band_of_floor_arithmetic() =>
        Gen.Select(Values, Gen.Int[1, 400], Gen.Int[0, 1])
            .Where((values, _, _) => values.Distinct().Count() > 1)
            .Sample(
                (values, tenths, open) =>
                {
                    decimal width = tenths / 2m,
                        start = Math.Floor(values.Min() / width) * width;
                    if ((values.Max() - start) / width > 900)
                    {
                        return;
                    }
                    Table table = new("delays", [Column(values)]);
                    decimal last = start + width * (Math.Floor((values.Max() - start) / width) + 1);
                    string end = open == 1 ? $$""", "end": {{last.ToString(CultureInfo.InvariantCulture)}}""" : "";
                    WorkingsResult workings = Calculator.Run(
                        table,
                        StudyFormat.Standard.Read(
                            $$"""{"format": "onewhole.study/1", "parts": {"column": "Delay", "bands": {"start": """
                                + $$"""{{start.ToString(CultureInfo.InvariantCulture)}}, "width": """
                                + $$"""{{width.ToString(CultureInfo.InvariantCulture)}}{{end}} } }, "value": """
                                + $$"""{"count": "rows"}, "order": {"parts": "natural"}, "form": {"kind": "sharebars"} }"""
                        )
                    );
                    var expected = values
                        .GroupBy(value => Math.Floor((value - start) / width))
                        .ToDictionary(band => (int)band.Key, band => band.Count());
                    double[] counted = [.. Enumerable.Range(0, workings.RowCount).Select(row => workings["value"].Number(row) ?? 0)];
                    Assert.Equal(values.Length, counted.Sum());
                    foreach ((int band, int count) in expected)
                    {
                        Assert.True(counted[band] == count, $"band {band} from {start} by {width}: {counted[band]}, not {count}");
                    }
                }
            );

    [Fact]
    public void Bands_that_miss_some_are_made_to_cover_all_in_whole_widths() =>
        Gen.Select(Values, Gen.Int[1, 40], Gen.Int[-100, 100])
            .Sample(
                (values, width, from) =>
                {
                    var bands = new Axis.Bands(
                        "Delay",
                        new ExactDecimal(from, 0),
                        new ExactDecimal(width, 0),
                        new ExactDecimal(from + 10 * width, 0)
                    );
                    Axis.Bands cover = RoundBands.Cover(Column(values).Numbers, bands);
                    decimal start = Of(cover.Start);
                    Assert.True(start <= values.Min());
                    Assert.Equal(0, (start - from) % width);
                    Assert.True(start == from || start > values.Min() - width);
                    Assert.True(cover.End is null == values.Max() > from + 10 * width);
                }
            );

    [Fact]
    public void One_value_or_none_has_no_bands()
    {
        Assert.Null(RoundBands.Suggest(Column([7m]).Numbers));
        Assert.Null(RoundBands.Suggest(Column([7m, 7.0m]).Numbers));
        Assert.Null(RoundBands.Suggest(Column([]).Numbers));
    }
}
