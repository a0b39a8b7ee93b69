using System.Collections;

namespace OneWhole.Core.Drawing;

/// <summary>Texts that are made when they are asked for: of a million names a figure asks for a few.</summary>
/// <param name="count">How many there are.</param>
/// <param name="of">The text of a place, from 0.</param>
internal sealed class EachText(int count, Func<int, string> of) : IReadOnlyList<string>
{
    public int Count => count;

    public string this[int index] => of(index);

    public IEnumerator<string> GetEnumerator()
    {
        for (int at = 0; at < count; at++)
        {
            yield return of(at);
        }
    }

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
}
