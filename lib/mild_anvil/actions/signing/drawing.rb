# frozen_string_literal: true

module MildAnvil
  module Actions
    module Signing
      # Papers are drawn after what they print was signed: what could not be drawn then is drawn by the worker, and told
      # as waiting meanwhile.
      module Drawing
        MOST = 20 # a round
        # model => how its papers are drawn, up to all of its signatures
        HOW = { Store::Models::Statement => ->(row) { KeepDocuments.call(row) },
                Store::Models::Conclusion => ->(row) { Comparing::Papers.draw(row) },
                Store::Models::LongReport => ->(row) { LongTests::ReportPapers.draw(row) } }.freeze

        module_function

        # What was signed stands, whether its papers are drawn or not.
        # @return [Boolean] whether they are there
        def draw(row)
          HOW.fetch(row.class).call(row)
          true
        rescue Error, SystemCallError, *Store::Database::LOST => e
          warn "#{row.called}: its papers wait: #{e.message.lines.first}"
          false
        end

        # @return [Array<Store::Models::SignedText>] that lack a paper
        def waiting(limit = MOST)
          HOW.keys.flat_map { |model| model.dataset.lacking_papers.limit(limit).all }.first(limit)
        end

        # @return [Boolean] whether one was drawn
        def catch_up = waiting.map { |row| draw(row) }.any?
      end
    end
  end
end
