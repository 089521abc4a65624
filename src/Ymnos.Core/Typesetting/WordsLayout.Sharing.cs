using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <content>Frames, and the languages that share them.</content>
public sealed partial class WordsLayout
{
    /// <summary>A frame of words on this screen.</summary>
    /// <param name="Setting">The style's frame.</param>
    /// <param name="Frame">What rows stand in.</param>
    /// <param name="From">Rank of the first language in it.</param>
    /// <param name="To">Behind the rank of the last one.</param>
    /// <param name="Width">Widest row.</param>
    private sealed record Room(FrameSetting Setting, Frame Frame, int From, int To, double Width)
    {
        public int Ranks => To - From;

        /// <summary>The height that rows can take up, with room for what rounding does.</summary>
        public double Height => Frame.Height + 0.01;
    }

    private Room[] RoomsOf(int ranks) => _rooms[ranks] ??= [.. _face.Style.FramesFor(ranks).Select(shared =>
    {
        var (frame, columns) = (_face.Inner(shared.Setting), _face.Style.Languages == LanguageOrder.SideBySide ? shared.To - shared.From : 1);
        return new Room(shared.Setting, frame, shared.From, shared.To, (frame.Width - (ColumnGapOf(frame) * (columns - 1))) / columns);
    })];

    private double ColumnGapOf(Frame frame) => Math.Min(ColumnGap * _face.Style.Words.Type.Size * _face.LetterScale, frame.Width / 12);

    /// <summary>Adds up the heights of the languages in a frame.</summary>
    private struct Filling
    {
        private double _stacked;
        private double _highest;
        private int _languages;

        public void Add(double height)
        {
            if (height < 0.001)
                return;
            _stacked += height;
            _highest = Math.Max(_highest, height);
            _languages++;
        }

        /// <summary>Whether more than one language has words in it.</summary>
        public readonly bool IsShared => _languages > 1;

        /// <param name="order">How the languages share the frame.</param>
        /// <param name="lines">How many lines they show.</param>
        /// <param name="firstSize">What gaps are counted in.</param>
        public readonly double Height(LanguageOrder order, int lines, double firstSize) => !IsShared ? _stacked : order switch
        {
            LanguageOrder.SideBySide => _highest,
            LanguageOrder.BlockByBlock => _stacked + (BlockGap * firstSize * (_languages - 1)),
            _ => _stacked + (LineGap * firstSize * (lines - 1)),
        };
    }
}
