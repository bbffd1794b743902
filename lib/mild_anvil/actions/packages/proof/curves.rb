# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      module Proof
        # The curves of a package: samples against the hash they were recorded with, originals against theirs, and what
        # was found in them, found again.
        class Curves
          # @param contents [Devices::Package::Contents]
          def initialize(contents)
            @contents = contents
            @channels = contents.rows(:channels).group_by { |row| row[:recording_id] }
            @analyses = contents.rows(:analyses).group_by { |row| row[:recording_id] }
            @findings = contents.rows(:findings).group_by { |row| row[:analysis_id] }
          end

          # @return [Array<String>] what is not what was recorded, or does not follow from it
          def problems
            @contents.rows(:recordings).filter_map { |row| samples(row) || found(row) } + originals
          end

          # @return [Array<Integer>] ids of analyses by other rules than those of here
          def other_rules
            ours = Core::Curve::Analysis::RULE_VERSION
            @analyses.values.flatten.filter_map { |row| row[:id] unless row[:rule_version] == ours }
          end

          private

          def samples(row)
            return "recording #{row[:uid]} has no channels" if channels(row).empty?

            digests = packed(row).map { |samples| sha256(samples) }
            return if sha256(digests.join) == row[:sha256]

            "curves/#{row[:uid]}.csv is not what was recorded: its samples have another hash"
          end

          def originals
            @contents.rows(:source_files).filter_map do |row|
              path = Packages.original(row)
              next "#{path} is missing" unless @contents.archive.include?(path)

              if sha256(@contents.file(path)) != row[:sha256]
                "#{row[:name]} is not what was handed in: its bytes have another hash"
              end
            end
          end

          def found(row)
            @analyses.fetch(row[:id], []).each do |analysis|
              next unless analysis[:rule_version] == Core::Curve::Analysis::RULE_VERSION

              kept = @findings.fetch(analysis[:id], []).sort_by { |one| one[:id] }.map { |one| plain(one) }
              again = analysed(row).findings.map { |finding| Verify::Findings.found(finding) }
              odd = Verify::Findings.odd(kept, again) or next
              return "curves/#{row[:uid]}.csv: #{odd[:kind].to_s.tr('_', ' ')} is not what its samples say"
            end
            nil
          end

          def plain(row) = { **row.slice(*Verify::Findings::KEPT), extra: JSON.parse(row[:extra]) }

          def analysed(row)
            judged = channels(row).find { |one| one[:judged] } || channels(row).first
            loaded, timed = JSON.parse(row[:reading]).values_at("loaded_before_seconds", "timed")
            curve = Core::Curve::Recording.new(time_axis: axis(row), channels: read(row), loaded_before_seconds: loaded,
                                               timed: timed != false)
            Core::Curve::Analysis.new(curve.freeze, sense: judged[:loading_sign])
          end

          def axis(row)
            time = channels(row).index { |channel| channel[:role] == "time" }
            return Core::Curve::TimeAxis.from(packed(row)[time]) if time

            Core::Curve::TimeAxis.new(size: row[:sample_count], start_seconds: row[:start_seconds],
                                      interval_seconds: row[:interval_seconds])
          end

          def read(row)
            channels(row).zip(packed(row)).reject { |channel, _| channel[:role] == "time" }.map do |channel, samples|
              Core::Curve::Channel.new(name: channel[:name], role: channel[:role], main: channel[:judged],
                                       unit: channel[:unit_read] && Catalogue.units.find(channel[:unit_read]),
                                       packed: samples)
            end
          end

          def channels(row) = @channels.fetch(row[:id], []).sort_by { |channel| channel[:position] }

          # One recording at a time: they are large.
          def packed(row)
            return @packed.last if @packed&.first == row[:id]

            columns = @contents.curve(row[:uid]).last(channels(row).size).map { |values| values.pack("E*") }
            @packed = [row[:id], columns]
            columns
          end

          def sha256(bytes) = OpenSSL::Digest::SHA256.hexdigest(bytes)
        end
      end
    end
  end
end
