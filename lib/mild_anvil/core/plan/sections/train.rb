# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # What is in line, and what goes first.
        class Train < Section
          def call
            train = plan.train or return missing("Nothing is in line yet: add what stands between bench and specimen.")

            words = TrainWords.new(train, wording)
            { state: words.holds? && ended.nil? ? "ok" : "look", sentence: words.sentence, mend: words.mend,
              ended: ended, promises: train.promises?, links: links(train), working: words.working,
              cautions: gear_cautions }
          end

          private

          def links(train)
            train.first.zip(train.links).map do |first, link|
              { name: link.name, specimen: link.specimen, known: link.known?, legs: link.legs, strands: link.strands,
                capacity_si: link.known? ? link.capacity : nil,
                capacity: link.known? ? wording.at_most(link.capacity) : "unknown",
                chance: first.probability,
                chance_text: first.probability ? chance(first, link) : "–" }
            end
          end

          # The specimen's chance is a promise, those of the others are risks.
          def chance(first, link)
            text = link.specimen ? wording.sure(first.probability) : wording.per_cent(first.probability)
            wording.shortened(text)
          end

          # Pulls of this lot that the train ended, and not the specimen.
          def ended
            return if world.ended.empty?

            parts = world.ended.map(&:first).tally.map { |part, n| "#{part} #{n}" }.join(", ")
            lowest = world.ended.filter_map(&:last).min
            "#{world.ended.size} #{world.ended.size == 1 ? 'pull' : 'pulls'} of this lot ended in the train " \
              "(#{parts})" \
              "#{", the lowest at #{wording.force(lowest)}" if lowest}: plan the train again."
          end

          def gear_cautions
            content.parts(:train).filter_map do |row|
              gear = world.gear[row[:gear_id]]
              "#{gear[:name]}: its inspection is due since #{gear[:inspection_due_on]}." if gear && gear[:lapsed]
            end
          end
        end
      end
    end
  end
end
