using System.Diagnostics.CodeAnalysis;

namespace Ymnos.Core;

/// <summary>Something a person should change, said to that person and tied to the field it speaks of.</summary>
/// <param name="Field">Name of the field of the draft, so that a page can put the message beside it.</param>
/// <param name="Message">One plain sentence.</param>
public sealed record Problem(string Field, string Message);

/// <summary>Either a value or the reasons why there is none. Mistakes a person can make travel in this, not as exceptions.</summary>
public sealed class Outcome<T> where T : class
{
    private readonly T? _value;

    private Outcome(T? value, IReadOnlyList<Problem> problems) => (_value, Problems) = (value, problems);

    /// <summary>Empty exactly when there is a value.</summary>
    public IReadOnlyList<Problem> Problems { get; }

    public bool Succeeded([NotNullWhen(true)] out T? value)
    {
        value = _value;
        return value is not null;
    }

    public static implicit operator Outcome<T>(T value) => new(value, []);

    public static implicit operator Outcome<T>(List<Problem> problems) =>
        problems.Count > 0
            ? new(null, problems)
            : throw new ArgumentException("A refusal names at least one problem.", nameof(problems));
}
