# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The steepest least-squares line over at least 20 % of the peak, between 10 and 70 % of it and before anything
        # gave way.
        module Stiffness
          POSITION = 60
          RANGE = (0.1..0.7) # of the peak
          SPAN = 0.2
          BUCKETS = 12 # over the range
          # Of windows that are as steep but for so much, the widest has the least noise.
          ALIKE_SHARE = 0.985
          MIDDLE = [0.2, 0.6].freeze # the window that is given beside it, whatever is steepest
          FEWEST = 5
          NO_LINE = "no window of the loading has enough readings in which both rise"
          # Readings noted by hand are few: all of them up to the peak count then.
          SPARSE = 30
          FEWEST_SPARSE = 3

          # @return [Array<Finding>] none without a displacement
          def self.find(analysis)
            return [] if analysis.travel.nil? || analysis.steady?

            branch = analysis.virgin_branch
            lines = windows(analysis, branch).select { |_, _, line| line.slope.positive? }
            return [Finding.not_given(:stiffness, NO_LINE)] if lines.empty?

            steepest = lines.map { |_, _, line| line.slope }.max
            low, high, line = lines.select do |_, _, l|
              l.slope >= ALIKE_SHARE * steepest
            end.max_by { |from, to, l| [to - from, l.r_squared] }
            [finding(analysis, branch, low, high, line)]
          end

          # Every window of whole buckets that is wide enough, with its line.
          def self.windows(analysis, branch)
            peak = analysis.peak_newtons
            sparse = branch.indices.size < SPARSE
            top = [sparse ? peak : RANGE.end * peak, branch.ceiling].min
            bottom = [RANGE.begin * peak, top / 3].min
            width = (top - bottom) / BUCKETS
            sums = LineSums.new(analysis.travel.packed, analysis.packed, branch.within(bottom, top),
                                PackedSearch::Buckets.new(bottom, width, BUCKETS))
            fewest = sparse ? FEWEST_SPARSE : FEWEST
            least = ([SPAN * peak, top - bottom].min / width).round(6).ceil.clamp(1, BUCKETS)
            (0..(BUCKETS - least)).flat_map do |from|
              ((from + least)..BUCKETS).filter_map do |to|
                line = sums.line(from...to)
                [bottom + (from * width), bottom + (to * width), line] if line && line.count >= fewest
              end
            end
          end
          private_class_method :windows

          # @return [LeastSquaresLine, nil]
          def self.line(analysis, branch, low, high)
            found = branch.within(low, high)
            return unless found.size >= FEWEST

            LineSums.new(analysis.travel.packed, analysis.packed, found,
                         PackedSearch::Buckets.new(low, high - low, 1)).line(0..0)
          end

          def self.finding(analysis, branch, low, high, line)
            samples = branch.within(low, high)
            middle = middle(analysis, branch)
            Finding.new(kind: :stiffness, at_seconds: analysis.time_axis[samples.first],
                        until_seconds: analysis.time_axis[samples.last], force_newtons: nil,
                        because: format("steepest line from %.0f to %.0f %% of the peak, R² %.5f",
                                        100 * low / analysis.peak_newtons, 100 * high / analysis.peak_newtons,
                                        line.r_squared),
                        extra: { newtons_per_metre: line.slope, intercept_newtons: line.intercept,
                                 r_squared: line.r_squared, from_newtons: low, to_newtons: high,
                                 middle_newtons_per_metre: middle&.slope,
                                 specimen_newtons_per_metre: specimen(line.slope,
                                                                      analysis.settings.train_newtons_per_metre) })
          end
          private_class_method :finding

          def self.middle(analysis, branch)
            top = [MIDDLE.last * analysis.peak_newtons, branch.ceiling].min
            line(analysis, branch, [MIDDLE.first * analysis.peak_newtons, top / 3].min, top)
          end
          private_class_method :middle

          # Springs in line: 1/k = 1/k_specimen + 1/k_train.
          def self.specimen(slope, train)
            train && train > slope ? 1 / ((1 / slope) - (1 / train)) : nil
          end
          private_class_method :specimen
        end
      end
    end
  end
end
