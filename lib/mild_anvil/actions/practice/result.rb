# frozen_string_literal: true

module MildAnvil
  module Actions
    module Practice
      # What a lesson came to, with the truth beside it.
      class Result
        # @param run [Store::Models::PracticeRun]; @param statement [Store::Models::Statement, nil] that was handed in
        # @param choice [String, nil]
        def initialize(run, statement, choice)
          @run = run
          @truth = run.truth
          @lesson = Core::Practice::Lesson.new(@truth[:lesson])
          @body = statement&.frozen_body
          @choice = choice
        end

        # @return [Hash] score, truth, pulls, schools, one_more, cells, about, teaches
        def to_h
          { score: score.to_h, truth: truth, pulls: rows.map { |row| pull(row) }, schools: schools, one_more: one_more,
            cells: Cells.new(@run).told(rows.map(&:truth)), about: @lesson.content[:about].to_s,
            teaches: @lesson.content[:teaches].to_s }
        end

        private

        def score
          @score ||= Core::Practice::Score.new(@lesson, minimum_si: minimum, choice: @choice,
                                                        right: rows.count(&:right), judged: rows.size).found
        end

        def minimum = @body&.dig("content", "minimum", "value_si")
        def truth_si = @truth_si ||= @lesson.population.quantile(1 - @lesson.coverage)
        def unit = Catalogue.measurand(@run.lot.measurand).unit!(@run.lot.display_unit)
        def figure(value) = value && figures.nearest(value).to_h

        def figures
          @figures ||= Core::Quantity::FigureRule.for(unit: unit, largest_si: @lesson.population.mean_si)
        end

        def truth
          { minimum: figure(truth_si), stated: figure(minimum), population: @lesson.population.in_words(unit),
            coverage: @lesson.coverage, sealed: @run.hidden_sha256 }
        end

        def rows
          @rows ||= begin
            facts = LotFacts.new(@run.lot)
            pieces = @truth[:pieces].map { |piece| Core::Practice::Piece.new(**piece) }
            facts.pulls.sort_by(&:number).zip(pieces).filter_map do |pull, piece|
              piece && review(piece, facts.judgement(pull))
            end
          end
        end

        def review(piece, judged)
          Core::Practice::Review.of(piece, judged&.counts_as, judged&.value_si,
                                    upper_si: judged&.upper_si, tolerance: @lesson.content.fetch(:tolerance, Core::Practice::Review::NEAR))
        end

        def pull(row)
          { number: row.number, feature: row.feature, counts_as: row.counts_as, value: figure(row.value_si),
            should: row.truth.counts_as, strength: figure(row.truth.strength_si), right: row.right, words: row.words }
        end

        def schools
          return [] if @body.nil?

          Core::Practice::Aftermath.schools(@body.dig("content", "schools"), truth_si).map do |said|
            { name: said.name, value: figure(said.value_si), holds: said.holds, refusal: said.refusal }
          end
        end

        # @return [Hash, nil] the piece that would have come next, and the minimum with it
        def one_more
          return if @body.nil?

          held = @lesson.one_more(@truth[:seed])
          inputs = RatingInputs.core(@body.fetch("inputs"))
          value = Core::Practice::Aftermath.one_more(inputs, @body.dig("content", "chosen"), held)
          { piece: figure(held), minimum: figure(value), holds: value && value <= truth_si }
        end
      end
    end
  end
end
