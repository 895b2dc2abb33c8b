using System.Numerics;
using CsCheck;
using Stampo.Core.Geometry;

namespace Stampo.Core.Tests.Geometry;

public class FacetsTests
{
    /// <summary>Few places, so that corners meet, or many, so that the table grows.</summary>
    [Fact]
    public void Points_are_numbered_in_the_order_they_first_come_whatever_was_expected() =>
        Gen.Select(Gen.Int[0, 1_000_000], Gen.OneOfConst(2, 9, 60), Gen.Int[0, 4000], Gen.Int[0, 500])
            .Sample(
                (seed, places, triangles, expected) =>
                {
                    var random = new Random(seed);
                    var corners = new Vector3[3 * triangles];
                    for (var i = 0; i < corners.Length; i++)
                        corners[i] = new Vector3(random.Next(places), random.Next(places) * 1e-30f, -random.Next(places) / 7f);
                    var facets = new Facets(expected);
                    facets.Add(corners);
                    var soup = facets.Soup("test");

                    var numbers = new Dictionary<Vector3, int>();
                    foreach (var corner in corners)
                        numbers.TryAdd(corner, numbers.Count);
                    return soup.Points.SequenceEqual(numbers.Keys) && soup.Corners.SequenceEqual(corners.Select(c => numbers[c]));
                },
                iter: 200
            );

    [Fact]
    public void Nothing_is_taken_in_from_an_unusable_corner_on()
    {
        var facets = new Facets();
        facets.Add([
            default,
            Vector3.UnitX,
            Vector3.UnitY,
            default,
            Vector3.UnitX,
            new Vector3(0, float.NaN, 0),
            default,
            Vector3.UnitX,
            Vector3.UnitZ,
        ]);
        Assert.Equal(1, facets.Count);
        Assert.Equal(1, facets.Soup("test").Unusable!.Triangle);
    }
}
